import { copyFileSync, existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Intake, StudyView } from '../src/api/types.js';
import { fingerprint } from '../src/service/fingerprint.js';
import { openStudyFile } from '../src/store/open.js';
import { awaitRead, call, type Server, send, startServer, temporaryStore } from './server.js';

const KILLS = 300;
const RESPONDENTS = 60_000;
const WAVE = 20_000;
/** The study as a backup, for the change that restores one. */
let backup = Buffer.alloc(0);

/** One kind of change, as a request; `id` gives a variable's id, `working` that of its working. */
interface Change {
  name: string;
  /** What has to be there first, and is no part of the change; what it gives goes to the change. */
  prepare?: (server: Server) => Promise<string>;
  ask: (
    server: Server,
    id: (name: string) => number,
    working: (name: string) => number,
    prepared: string,
  ) => Promise<{ status: number }>;
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

const SHOWN = { percent: 'column', counts: true, hatch: true, expected: false };
const table = (rows: number, title: string) => ({
  title,
  sentence: { rows, by: null, within: null, only: [], weight: null },
  shown: SHOWN,
});

/** A file that waits to be taken into the study. */
async function waitingFile(server: Server): Promise<string> {
  const rows = Array.from({ length: WAVE }, (_, k) => [1 + (k % 4), 16 + ((k * 3) % 70)].join(','));
  const { body } = await send<Intake>(server, 'wave.csv', ['site,age', ...rows].join('\n'));
  await awaitRead(server, body);
  return body.id;
}

const CHANGES: Change[] = [
  {
    name: 'an entry of the codebook',
    ask: (server, id) => call(server, 'PATCH', path(`/variables/${id('site')}`), { codes }),
  },
  {
    name: 'entries of the codebook together',
    ask: (server, id) =>
      call(server, 'PATCH', path('/codebook'), {
        edits: ['site', 'age'].map((name) => ({ variable: id(name), label: `The ${name}`, note: 'tortured' })),
      }),
  },
  {
    name: 'codes declared missing',
    ask: (server, id) =>
      call(server, 'POST', path('/missing'), { missing: 'refused', in: [{ code: '3', variables: [id('site')] }] }),
  },
  {
    name: 'a code list changed',
    ask: async (server, id) => {
      const { body } = await call<{ id: number; name: string; users: number[] }[]>(server, 'GET', path('/code-lists'));
      const list = body.find(({ users }) => users.includes(id('site')));
      return call(server, 'PUT', path(`/code-lists/${list?.id ?? 0}`), { name: 'sites', codes, changeFor: 'all' });
    },
  },
  {
    name: 'a new working',
    ask: (server, id) =>
      call(server, 'POST', path(`/workings`), { name: 'new', label: 'New', recipe: band(id('age'), 30) }),
  },
  {
    name: 'new workings together',
    ask: (server, id) =>
      call(server, 'POST', path(`/workings/batch`), {
        drafts: [20, 30, 40, 60].map((edge) => ({
          name: `at_${edge}`,
          label: `At ${edge}`,
          recipe: band(id('age'), edge),
        })),
      }),
  },
  {
    name: 'a working in the place of its source',
    ask: (server, id) =>
      call(server, 'POST', path(`/workings`), {
        name: 'sites',
        label: 'Sites',
        standsIn: true,
        recipe: {
          kind: 'regroup',
          source: id('site'),
          level: 'unordered',
          groups: ['1', '2', '3'].map((code) => ({ code, label: code, from: [code] })),
          setAside: [],
        },
      }),
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
  {
    name: 'a working taken out',
    ask: (server, _, working) => call(server, 'DELETE', path(`/workings/${working('both')}`)),
  },
  {
    name: 'a table kept',
    ask: (server, id) => call(server, 'POST', path('/tables'), table(id('old'), 'By age')),
  },
  { name: 'an entry taken back', ask: (server) => call(server, 'POST', path(`/ledger/undo`)) },
  {
    name: 'an entry done again',
    prepare: async (server) => String((await call(server, 'POST', path(`/ledger/undo`))).status),
    ask: (server) => call(server, 'POST', path(`/ledger/redo`)),
  },
  { name: 'back to an entry', ask: (server) => call(server, 'PUT', path(`/ledger/place`), { entry: 2 }) },
  {
    name: 'an entry changed in the middle',
    ask: (server, id, working) =>
      call(server, 'PATCH', path(`/ledger/2`), {
        is: 'changed',
        things: [{ of: 'working', id: working('old'), recipe: band(id('age'), 30) }],
      }),
  },
  { name: 'an entry left out', ask: (server) => call(server, 'PATCH', path(`/ledger/2`), { is: 'left-out' }) },
  {
    name: 'a wave taken in',
    prepare: waitingFile,
    ask: (server, _, __, intake) => call(server, 'POST', `/intakes/${intake}/join/${made}`, { as: 'wave' }),
  },
  {
    name: 'a refresh taken in',
    prepare: waitingFile,
    ask: (server, _, __, intake) => call(server, 'POST', `/intakes/${intake}/join/${made}`, { as: 'refresh' }),
  },
  {
    name: 'the study named',
    ask: (server) => call(server, 'PATCH', path(), { name: 'Tortured again', subtitle: 'and again' }),
  },
  { name: 'the study put into the bin', ask: (server) => call(server, 'DELETE', path()) },
  { name: 'the study copied', ask: (server) => call(server, 'POST', path('/copy'), { name: 'A copy' }) },
  {
    name: 'a backup restored',
    prepare: async (server) => {
      const response = await fetch(`${server.address}/api/v1${path('/backup')}`);
      backup = Buffer.from(await response.arrayBuffer());
      return '';
    },
    ask: (server) =>
      fetch(`${server.address}/api/v1/backups?file=backup.sqlite`, {
        method: 'POST',
        body: new Uint8Array(backup),
        headers: { origin: server.address },
      }),
  },
];

/** All that one study's file says. @throws where the file is damaged */
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

const parts = ['studies', 'bin'];

/** All studies of a store, in the bin too; of those that a change made, whatever they are called. */
function allSaid(store: string): string {
  return parts
    .flatMap((part) => {
      const folder = join(store, part);
      const files = existsSync(folder) ? readdirSync(folder).filter((name) => name.endsWith('.sqlite')) : [];
      return files.map(
        (name) => `${part} ${name === `${made}.sqlite` ? 'itself' : 'another'} ${said(join(folder, name))}`,
      );
    })
    .sort()
    .join('\n');
}

/** Leaves nothing in a store but the study, as it was. */
function putBack(store: string, pristine: string): void {
  for (const part of parts) {
    const folder = join(store, part);
    if (!existsSync(folder)) continue;
    for (const name of readdirSync(folder)) rmSync(join(folder, name), { force: true });
  }
  copyFileSync(pristine, join(store, 'studies', `${made}.sqlite`));
}

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
    const idOf = async (name: string) => (await view()).find((variable) => variable.name === name)?.id ?? 0;
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

/** Prepares a change with a server of its own, which ends before the change is asked for. */
async function prepared(store: string, { prepare }: Change): Promise<string> {
  if (!prepare) return '';
  const server = await startServer(store);
  try {
    return await prepare(server);
  } finally {
    await server.stop();
  }
}

/**
 * Asks for a change on a fresh copy; with `killAfter` the server is killed so many ms after asking.
 * @returns how long it took, and what all studies said before it
 */
async function changeOnce(
  store: string,
  pristine: string,
  change: Change,
  killAfter: number | null,
): Promise<{ took: number; before: string }> {
  putBack(store, pristine);
  const given = await prepared(store, change);
  const before = allSaid(store);
  const server = await startServer(store);
  const { variables, workings } = (await call<StudyView>(server, 'GET', path())).body;
  const find = (name: string) => variables.find((variable) => variable.name === name);
  const working = (name: string) => workings.find(({ id }) => id === find(name)?.workingId)?.id ?? 0;
  const begun = performance.now();
  const timer = killAfter === null ? undefined : setTimeout(() => server.process.kill('SIGKILL'), killAfter);
  try {
    const { status } = await change.ask(server, (name) => find(name)?.id ?? 0, working, given);
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
  return { took, before };
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
    for (const change of CHANGES) {
      const whole = await changeOnce(home.store, pristine, change, null);
      const after = allSaid(home.store);
      if (after === whole.before) throw new Error(`${change.name} changes nothing`);
      const ends = { before: 0, after: 0 };
      for (let k = 0; k < each; k++) {
        const moment = (uniformInt(generator, 0, 1100) / 1000) * whole.took;
        const { before } = await changeOnce(home.store, pristine, change, moment);
        const printed = allSaid(home.store);
        if (printed !== before && printed !== after)
          throw new Error(`${change.name}, killed after ${Math.round(moment)} ms: neither before nor after`);
        ends[printed === before ? 'before' : 'after']++;
      }
      process.stdout.write(
        `${change.name}: ${each} kills within ${Math.round(whole.took)} ms, ${ends.before} left it before, ` +
          `${ends.after} after\n`,
      );
    }
  } finally {
    home.remove();
  }
}
