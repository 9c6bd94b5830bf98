import { copyFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Intake, StudyView } from '../src/api/types.js';
import { fingerprint } from '../src/service/fingerprint.js';
import { openStudyFile } from '../src/store/open.js';
import { awaitRead, call, type Server, send, startServer, temporaryStore } from './server.js';

const KILLS = 300;
const RESPONDENTS = 60_000;

/** One kind of change, as a request; `id` gives a variable's id, `working` that of its working. */
interface Change {
  name: string;
  ask: (server: Server, id: (name: string) => number, working: (name: string) => number) => Promise<{ status: number }>;
}

/** The study's id, once it is made. */
let made = '';
const path = (rest = '') => `/studies/${made}${rest}`;
const bands = (edge: number) => [
  { code: '1', label: `Under ${edge}`, is: 'range', from: null, to: edge },
  { code: '2', label: `${edge} and over`, is: 'range', from: edge, to: null },
];
const band = (source: number, edge: number) => ({ kind: 'band', source, ends: 'lower', bands: bands(edge), taken: [] });
const codes = [
  { code: '1', label: 'North', missing: null },
  { code: '2', label: 'South', missing: null },
  { code: '3', label: 'West', missing: 'refused' },
];

const CHANGES: Change[] = [
  {
    name: 'an entry of the codebook',
    ask: (server, id) => call(server, 'PATCH', path(`/variables/${id('site')}`), { codes }),
  },
  {
    name: 'a new working',
    ask: (server, id) =>
      call(server, 'POST', path(`/workings`), { name: 'new', label: 'New', recipe: band(id('age'), 30) }),
  },
  {
    name: 'a changed working',
    ask: (server, id, working) =>
      call(server, 'PUT', path(`/workings/${working('old')}`), {
        name: 'old',
        label: 'Old',
        recipe: band(id('age'), 30),
      }),
  },
  { name: 'an entry taken back', ask: (server) => call(server, 'POST', path(`/ledger/undo`)) },
  { name: 'back to an entry', ask: (server) => call(server, 'PUT', path(`/ledger/place`), { entry: 2 }) },
  {
    name: 'an entry changed in the middle',
    ask: (server, id, working) =>
      call(server, 'PATCH', path(`/ledger/2`), {
        is: 'changed',
        things: [{ of: 'working', id: working('old'), recipe: band(id('age'), 30) }],
      }),
  },
];

const said = (file: string): string => {
  const db = openStudyFile(file);
  try {
    const check = db.pragma('integrity_check', { simple: true });
    if (check !== 'ok') throw new Error(`integrity_check: ${String(check)}`);
    return fingerprint(db);
  } finally {
    db.close();
  }
};

/** A store with a study on which workings stand on workings. */
async function makeStudy(store: string): Promise<void> {
  const server = await startServer(store);
  try {
    const rows = Array.from({ length: RESPONDENTS }, (_, k) => [1 + (k % 3), 16 + ((k * 7) % 70)].join(','));
    const { body } = await send<Intake>(server, 'tortured.csv', ['site,age', ...rows].join('\n'));
    await awaitRead(server, body);
    const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${body.id}/accept`, {
      name: 'Tortured',
      subtitle: '',
    });
    if (accepted.status !== 201) throw new Error(`the study is not made: ${JSON.stringify(accepted.body)}`);
    made = accepted.body.study;
    const view = async () => (await call<StudyView>(server, 'GET', path())).body.variables;
    const idOf = async (name: string) => (await view()).find((one) => one.name === name)?.id ?? 0;
    const keep = (name: string, recipe: unknown) =>
      call(server, 'POST', path(`/workings`), { name, label: name, recipe });
    await keep('old', band(await idOf('age'), 50));
    await keep('young', { kind: 'flags', source: await idOf('old'), codes: ['1'], yes: 'Yes', no: 'No' });
    await keep('both', {
      kind: 'interlock',
      sources: [await idOf('site'), await idOf('old')],
      between: ', ',
      empty: false,
    });
  } finally {
    await server.stop();
  }
}

/** Asks for a change on a fresh copy; with `killAfter` the server is killed so many ms after asking. */
async function changeOnce(store: string, pristine: string, change: Change, killAfter: number | null): Promise<number> {
  const file = join(store, 'studies', `${made}.sqlite`);
  for (const end of ['-wal', '-shm']) rmSync(file + end, { force: true });
  copyFileSync(pristine, file);
  const server = await startServer(store);
  const { variables, workings } = (await call<StudyView>(server, 'GET', path())).body;
  const find = (name: string) => variables.find((one) => one.name === name);
  const working = (name: string) => workings.find(({ id }) => id === find(name)?.workingId)?.id ?? 0;
  const begun = performance.now();
  const timer = killAfter === null ? undefined : setTimeout(() => server.process.kill('SIGKILL'), killAfter);
  try {
    const { status } = await change.ask(server, (name) => find(name)?.id ?? 0, working);
    if (status >= 400) throw new Error(`${change.name} is refused with ${status}`);
  } catch (error) {
    if (killAfter === null) throw error;
  }
  const took = performance.now() - begun;
  clearTimeout(timer);
  if (killAfter === null) await server.stop();
  else {
    server.process.kill('SIGKILL');
    if (server.process.signalCode === null) await new Promise((resolve) => server.process.once('exit', resolve));
  }
  return took;
}

/**
 * Kills the server at random moments of every kind of change, with no chance to clean up. Each time the study must be
 * exactly as it was before, or exactly as it is after.
 */
export async function tortureChanges(times = String(KILLS)): Promise<void> {
  const generator = xoroshiro128plus(Date.now());
  const home = temporaryStore();
  const pristine = join(home.store, 'pristine.sqlite');
  const each = Math.ceil(Number(times) / CHANGES.length);
  try {
    await makeStudy(home.store);
    const file = join(home.store, 'studies', `${made}.sqlite`);
    copyFileSync(file, pristine);
    const before = said(file);
    for (const change of CHANGES) {
      const whole = await changeOnce(home.store, pristine, change, null);
      const after = said(file);
      if (after === before) throw new Error(`${change.name} changes nothing`);
      const ends = { before: 0, after: 0 };
      for (let k = 0; k < each; k++) {
        const moment = (uniformInt(generator, 0, 1100) / 1000) * whole;
        await changeOnce(home.store, pristine, change, moment);
        const found = said(file);
        if (found !== before && found !== after)
          throw new Error(`${change.name}, killed after ${Math.round(moment)} ms: neither before nor after`);
        ends[found === before ? 'before' : 'after']++;
      }
      process.stdout.write(
        `${change.name}: ${each} kills within ${Math.round(whole)} ms, ${ends.before} left it before, ${ends.after} after\n`,
      );
    }
  } finally {
    home.remove();
  }
}
