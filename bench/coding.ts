import type { WebDriver } from 'selenium-webdriver';
import { startBrowser } from '../e2e/browser.js';
import { call, send, startServer, temporaryStore } from '../e2e/server.js';
import type { Intake, KeptWorking, StudyView } from '../src/api/types.js';
import { writtenAnswers } from './answers.js';
import { median, say } from './timing.js';

const ANSWERS = 20_000;
const ROUNDS = 60;
/** Milliseconds from the key to the next answer painted. */
const MOST = 50;
const THEMES = ['Water', 'Rats', 'Compost', 'Bees', 'Paths', 'Rent', 'Keys', 'Weeds', 'Frost'];

/**
 * Run in the page: an answer is given a theme and the next one is gone to, again and again; between them a key is
 * pressed that does nothing. Milliseconds from each key to the paint behind it: of the next answer, and of nothing.
 */
const KEYS = `
  const [rounds, done] = arguments;
  const painted = () => new Promise((resolve) => requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => resolve();
    port2.postMessage(null);
  }));
  const press = async (key) => {
    await new Promise((resolve) => setTimeout(resolve, 60));
    const started = performance.now();
    document.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
    await painted();
    return performance.now() - started;
  };
  (async () => {
    const [next, nothing] = [[], []];
    for (let k = 0; k < rounds; k++) {
      await press(String(1 + (k % 9)));
      next.push(await press('n'));
      nothing.push(await press('F9'));
    }
    done([next, nothing]);
  })();
`;

/** A study of so many different answers with a working of themes, as the address of its coding screen. */
async function coded(address: string, server: Parameters<typeof call>[0]): Promise<string> {
  const lines = writtenAnswers(ANSWERS).map((text, k) => `"${text} ${k}"`);
  const intake = await send<Intake>(server, 'answers.csv', ['remark', ...lines].join('\n'));
  const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${intake.body.id}/accept`, {
    name: 'Bench',
  });
  const { study } = accepted.body;
  const view = await call<StudyView>(server, 'GET', `/studies/${study}`);
  const recipe = {
    kind: 'theme',
    sources: view.body.variables.map(({ id }) => id),
    themes: THEMES.map((name, k) => ({ id: k + 1, name, under: null, into: null })),
    coders: [{ name: 'Anna', share: 1, seed: 1 }],
  };
  const body = { name: 'themes', label: 'Themes', recipe };
  const kept = await call<KeptWorking>(server, 'POST', `/studies/${study}/workings`, body);
  return `${address}/studies/${study}/coding?working=${kept.body.working}`;
}

const isThere = (driver: WebDriver) =>
  driver.executeScript<boolean>(`return document.querySelector('[aria-label="The answer"]') !== null`);

/** From the key to the next answer, among 20,000 of them, beside a key that does nothing. */
export async function benchCoding(): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store, 'serve', 0, false);
  const driver = await startBrowser();
  try {
    await driver.get(await coded(server.address, server));
    await driver.wait(() => isThere(driver), 60_000);
    await driver.executeAsyncScript('setTimeout(arguments[0], 3000)');
    const [next, nothing]: [number[], number[]] = await driver.executeAsyncScript(KEYS, ROUNDS);
    const [own, bare] = [median(next), median(nothing)];
    say(
      `${ANSWERS.toLocaleString('en')} answers, from the key to the next`,
      `median ${own.toFixed(0)} ms, slowest ${Math.max(...next).toFixed(0)} ms; a key that does nothing ` +
        `${bare.toFixed(0)} ms: ${(own / bare).toFixed(1)} times as long`,
    );
    if (!(own <= MOST)) throw new Error(`the next answer takes ${own.toFixed(0)} ms, ${MOST} is asked for`);
  } finally {
    await driver.quit();
    await server.stop();
    home.remove();
  }
}
