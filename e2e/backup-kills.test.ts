import { spawn } from 'node:child_process';
import { once } from 'node:events';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { StudyView } from '../src/api/types.js';
import { sessionCookie } from '../src/api/session-cookie.js';
import { ownLayer } from '../src/core/team/layer-id.js';
import { ROOT, temporaryStore } from './server.js';
import { DEMO_STUDY } from './siege/attacked.js';
import { chance } from './siege/chance.js';
import { firstOne, type Person, startTeamServer, type TeamServer } from './team.js';

const ROUNDS = 4;
/** Milliseconds within which a command is killed. */
const SOON = 900;

const luck = chance(20_261_202);
let home: ReturnType<typeof temporaryStore>;
let server: TeamServer;
/** The server that Ada asks. */
let asked: TeamServer;
let ada: Person;
beforeAll(async () => {
  home = temporaryStore();
  server = await startTeamServer(join(home.store, 'worked-on'));
  asked = { ...server };
  ada = await firstOne(asked);
});
afterAll(async () => {
  await server.stop();
  home.remove();
});

const at = (name: string) => join(home.store, name);

/** Runs a command to its end, or kills it after some milliseconds. @returns its exit code; null: it was killed */
async function command(words: readonly string[], killAfter: number | null = null): Promise<number | null> {
  const child = spawn(process.execPath, [join(ROOT, 'bin', 'hatch-count.mjs'), ...words], { stdio: 'ignore' });
  const timer = killAfter === null ? undefined : setTimeout(() => child.kill('SIGKILL'), killAfter);
  const [code] = (await once(child, 'exit')) as [number | null];
  clearTimeout(timer);
  return code;
}

/** From now on Ada asks this server, which knows her session. */
function ask({ address }: TeamServer): void {
  asked.address = address;
  ada.cookie = `${sessionCookie(new URL(address).port)}=${(ada.cookie ?? '').split('=')[1] ?? ''}`;
}

/** What the server said that it keeps: of the layers, how the first variable is called, counted up. */
const kept = { common: 0, own: 0 };

const layerOfAda = () => ownLayer(DEMO_STUDY, ada.id);

async function nameFirst(layer: string, label: string): Promise<boolean> {
  const { status } = await ada.call('PATCH', `/studies/${layer}/variables/${layer === DEMO_STUDY ? 1 : 2}`, { label });
  return status < 300;
}

/** Changes the common and the own layer in turn until it is told to stop, or the server is gone. */
function keepChanging(): { stop: () => Promise<void> } {
  let goesOn = true;
  const work = async () => {
    while (goesOn) {
      const next = { common: kept.common + 1, own: kept.own + 1 };
      if (await nameFirst(DEMO_STUDY, `Common ${next.common}`)) kept.common = next.common;
      if (await nameFirst(layerOfAda(), `Own ${next.own}`)) kept.own = next.own;
    }
  };
  const ended = work().catch(() => undefined);
  return {
    stop: () => {
      goesOn = false;
      return ended;
    },
  };
}

/** The numbers that the first two variables are called by, in the common layer and in Ada's own. */
async function namesIn(running: TeamServer): Promise<typeof kept> {
  ask(running);
  try {
    const number = async (layer: string, id: number) => {
      const { body } = await ada.call<StudyView>('GET', `/studies/${layer}`);
      return Number(body.variables.find((variable) => variable.id === id)?.label.split(' ')[1]);
    };
    return { common: await number(DEMO_STUDY, 1), own: await number(layerOfAda(), 2) };
  } finally {
    ask(server);
  }
}

const wholeBackups = () =>
  (existsSync(at('backups')) ? readdirSync(at('backups')) : []).filter((name) => !name.endsWith('.part')).sort();

describe('backups of a store that is worked on, where anything is killed at any moment', () => {
  it('are whole or not there, and hold all that was kept before they were begun', async () => {
    for (let round = 0; round < ROUNDS; round++) {
      const changing = keepChanging();
      await command(['backup', '--all', at('backups'), '--store', at('worked-on')], luck.upTo(SOON));
      const before = { ...kept };
      expect(await command(['backup', '--all', at('backups'), '--store', at('worked-on')])).toBe(0);
      const after = { common: kept.common + 1, own: kept.own + 1 };
      if (round % 2 === 0) {
        server.process.kill('SIGKILL');
        await once(server.process, 'exit');
        await changing.stop();
        server = await startTeamServer(at('worked-on'));
        ask(server);
      } else await changing.stop();

      const restored = at(`restored-${round}`);
      // The one that was killed may have been whole already.
      for (const name of wholeBackups().slice(-2)) expect(await command(['verify', at(`backups/${name}`)])).toBe(0);
      const newest = at(`backups/${wholeBackups().at(-1) ?? ''}`);
      await command(['restore', newest, '--store', restored], luck.upTo(SOON));
      if (!existsSync(restored)) expect(await command(['restore', newest, '--store', restored])).toBe(0);
      expect(await command(['verify', '--store', restored])).toBe(0);
      const running = await startTeamServer(restored);
      try {
        const names = await namesIn(running);
        for (const layer of ['common', 'own'] as const) {
          expect(names[layer]).toBeGreaterThanOrEqual(before[layer]);
          expect(names[layer]).toBeLessThanOrEqual(after[layer]);
        }
      } finally {
        await running.stop();
      }
      // And what was killed has all that it said it keeps.
      const names = await namesIn(server);
      expect(names.common).toBeGreaterThanOrEqual(kept.common);
      expect(names.own).toBeGreaterThanOrEqual(kept.own);
      Object.assign(kept, names);
    }
  }, 300_000);
});
