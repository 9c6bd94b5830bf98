import type { WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, expect } from 'vitest';
import { accessibilityProblems, consoleErrors, startBrowser } from './browser.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { type Server, startServer, temporaryStore } from './server.js';

/** Pages of the demo study. */
export const DEMO = `/studies/${DEMO_STUDY}`;

/** A server with the demo study and a browser before it, for all tests of a file. */
export interface Session {
  server: Server;
  driver: WebDriver;
  /** Where the server keeps its files. */
  store: string;
  open: (path: string) => Promise<void>;
  /** The page must be free of accessibility problems and of errors in the console. */
  sound: () => Promise<void>;
}

/** Starts both before the tests of a file and ends them after; the fields can be read once the tests run. */
export function demoSession(): Session {
  const home = temporaryStore();
  const parts: Partial<Session> = {
    store: home.store,
    open: (path) => session.driver.get(session.server.address + path),
    sound: async () => {
      expect(await accessibilityProblems(session.driver)).toEqual([]);
      expect(await consoleErrors(session.driver)).toEqual([]);
    },
  };
  const session = parts as Session;
  beforeAll(async () => {
    session.server = await startServer(home.store, 'demo');
    session.driver = await startBrowser();
  });
  afterAll(async () => {
    await session.driver.quit();
    await session.server.stop();
    home.remove();
  });
  return session;
}
