import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Intake } from '../../src/api/types.js';
import { awaitRead, call, send, type Server } from '../server.js';

const WAVE = 5_000;

/** Where a study is. */
export interface Place {
  server: Server;
  /** The study's id. */
  study: string;
}

/** What a change is asked of. */
export interface Victim extends Place {
  /** Gives a variable's id. */
  id: (name: string) => number;
  /** Gives the id of a variable's working. */
  working: (name: string) => number;
  /** What preparing gave. */
  prepared: string;
}

/** One kind of change, as a request. */
export interface Change {
  name: string;
  /** What has to be there first, and is no part of the change; what it gives goes to the change. */
  prepare?: (place: Place) => Promise<string>;
  ask: (victim: Victim) => Promise<{ status: number }>;
}

const askStudy = <T = unknown>({ server, study }: Place, method: string, rest: string, body?: unknown) =>
  call<T>(server, method, `/studies/${study}${rest}`, body);

const bands = (edge: number) => [
  { code: '1', label: `Under ${edge}`, is: 'range', from: null, to: edge },
  { code: '2', label: `${edge} and over`, is: 'range', from: edge, to: null },
];
export const band = (source: number, edge: number) => ({
  kind: 'band',
  source,
  ends: 'lower',
  bands: bands(edge),
  taken: [],
});
const codes = [
  { code: '1', label: 'North', missing: null },
  { code: '2', label: 'South', missing: null },
  { code: '3', label: 'West', missing: 'refused' },
];

const SHOWN = { hatch: true };
const table = (rows: number, title: string) => ({
  title,
  sentence: { rows, by: null, within: null, only: [], weight: null },
  shown: SHOWN,
});

/** A file that waits to be taken in. */
async function waitingFile({ server }: Place): Promise<string> {
  const rows = Array.from({ length: WAVE }, (_, k) => [1 + (k % 4), 16 + ((k * 3) % 70)].join(','));
  const { body } = await send<Intake>(server, 'wave.csv', ['site,age', ...rows].join('\n'));
  await awaitRead(server, body);
  return body.id;
}

const CODEBOOK = 'name,code,label\nsite,1,North\nsite,2,South\nsite,3,West\nsite,4,East\n';

function putCodebook({ server }: Place, intake: string): Promise<Response> {
  const address = `${server.address}/api/v1/intakes/${intake}/codebook?file=codebook.csv`;
  return fetch(address, { method: 'PUT', body: CODEBOOK });
}

interface Numbered {
  id: number;
}

/** The table that is kept first. */
async function keptTable(place: Place): Promise<string> {
  const { body } = await askStudy<Numbered>(place, 'POST', '/tables', table(1, 'To be changed'));
  return String(body.id);
}

/** Changes of what is in a study. */
const OF_STUDIES: Change[] = [
  {
    name: 'an entry of the codebook',
    ask: (victim) => askStudy(victim, 'PATCH', `/variables/${victim.id('site')}`, { codes }),
  },
  {
    name: 'entries of the codebook together',
    ask: (victim) =>
      askStudy(victim, 'PATCH', '/codebook', {
        edits: ['site', 'age'].map((name) => ({ variable: victim.id(name), label: `The ${name}`, note: 'tortured' })),
      }),
  },
  {
    name: 'codes declared missing',
    ask: (victim) =>
      askStudy(victim, 'POST', '/missing', {
        missing: 'refused',
        in: [{ code: '3', variables: [victim.id('site')] }],
      }),
  },
  {
    name: 'a code list made',
    ask: (victim) => askStudy(victim, 'POST', '/code-lists', { name: 'sides', codes }),
  },
  {
    name: 'a code list changed',
    ask: async (victim) => {
      const { body } = await askStudy<(Numbered & { users: number[] })[]>(victim, 'GET', '/code-lists');
      const list = body.find(({ users }) => users.includes(victim.id('site')));
      return askStudy(victim, 'PUT', `/code-lists/${list?.id ?? 0}`, { name: 'sites', codes, changeFor: 'all' });
    },
  },
  {
    name: 'a code list dropped',
    prepare: async (place) => {
      await askStudy(place, 'POST', '/code-lists', { name: 'sides', codes });
      const { body } = await askStudy<(Numbered & { name: string })[]>(place, 'GET', '/code-lists');
      return String(body.find(({ name }) => name === 'sides')?.id);
    },
    ask: (victim) => askStudy(victim, 'DELETE', `/code-lists/${victim.prepared}`),
  },
  {
    name: 'a new working',
    ask: (victim) =>
      askStudy(victim, 'POST', '/workings', { name: 'new', label: 'New', recipe: band(victim.id('age'), 30) }),
  },
  {
    name: 'new workings together',
    ask: (victim) =>
      askStudy(victim, 'POST', '/workings/batch', {
        drafts: [20, 30, 40, 60].map((edge) => ({
          name: `at_${edge}`,
          label: `At ${edge}`,
          recipe: band(victim.id('age'), edge),
        })),
      }),
  },
  {
    name: 'a working in the place of its source',
    ask: (victim) =>
      askStudy(victim, 'POST', '/workings', {
        name: 'sites',
        label: 'Sites',
        standsIn: true,
        recipe: {
          kind: 'regroup',
          source: victim.id('site'),
          level: 'unordered',
          groups: ['1', '2', '3'].map((code) => ({ code, label: code, from: [code] })),
          setAside: [],
        },
      }),
  },
  {
    name: 'a changed working',
    ask: (victim) =>
      askStudy(victim, 'PUT', `/workings/${victim.working('old')}`, {
        name: 'old',
        label: 'Old',
        recipe: band(victim.id('age'), 30),
      }),
  },
  {
    name: 'a working taken out',
    ask: (victim) => askStudy(victim, 'DELETE', `/workings/${victim.working('both')}`),
  },
  { name: 'a table kept', ask: (victim) => askStudy(victim, 'POST', '/tables', table(victim.id('old'), 'By age')) },
  {
    name: 'a table changed',
    prepare: keptTable,
    ask: (victim) => askStudy(victim, 'PUT', `/tables/${victim.prepared}`, table(victim.id('old'), 'Changed')),
  },
  {
    name: 'a table dropped',
    prepare: keptTable,
    ask: (victim) => askStudy(victim, 'DELETE', `/tables/${victim.prepared}`),
  },
  { name: 'an entry taken back', ask: (victim) => askStudy(victim, 'POST', '/ledger/undo') },
  {
    name: 'an entry done again',
    prepare: async (place) => String((await askStudy(place, 'POST', '/ledger/undo')).status),
    ask: (victim) => askStudy(victim, 'POST', '/ledger/redo'),
  },
  { name: 'back to an entry', ask: (victim) => askStudy(victim, 'PUT', '/ledger/place', { entry: 2 }) },
  {
    name: 'an entry changed in the middle',
    ask: (victim) =>
      askStudy(victim, 'PATCH', '/ledger/2', {
        is: 'changed',
        things: [{ of: 'working', id: victim.working('old'), recipe: band(victim.id('age'), 30) }],
      }),
  },
  { name: 'an entry left out', ask: (victim) => askStudy(victim, 'PATCH', '/ledger/2', { is: 'left-out' }) },
  {
    name: 'a wave taken in',
    prepare: waitingFile,
    ask: ({ server, study, prepared }) => call(server, 'POST', `/intakes/${prepared}/join/${study}`, { as: 'wave' }),
  },
  {
    name: 'a refresh taken in',
    prepare: waitingFile,
    ask: ({ server, study, prepared }) => call(server, 'POST', `/intakes/${prepared}/join/${study}`, { as: 'refresh' }),
  },
  {
    name: 'the study named',
    ask: (victim) => askStudy(victim, 'PATCH', '', { name: 'Tortured again', subtitle: 'and again' }),
  },
];

/** Puts the study into the bin. @returns its id there */
async function toBin(place: Place): Promise<string> {
  await askStudy(place, 'DELETE', '');
  const { body } = await call<{ id: string }[]>(place.server, 'GET', '/bin');
  return body[0]?.id ?? '';
}

/** Changes of what is in the store: whole studies, and files that wait. */
const OF_THE_STORE: Change[] = [
  { name: 'the study put into the bin', ask: (victim) => askStudy(victim, 'DELETE', '') },
  {
    name: 'a study taken out of the bin',
    prepare: toBin,
    ask: ({ server, prepared }) => call(server, 'POST', `/bin/${prepared}`),
  },
  {
    name: 'a study deleted for good',
    prepare: toBin,
    ask: ({ server, prepared }) => call(server, 'DELETE', `/bin/${prepared}`),
  },
  { name: 'the study copied', ask: (victim) => askStudy(victim, 'POST', '/copy', { name: 'A copy' }) },
  {
    name: 'a backup restored',
    prepare: async ({ server, study }) => {
      const response = await fetch(`${server.address}/api/v1/studies/${study}/backup`);
      const place = join(server.store, 'backup-to-restore');
      writeFileSync(place, Buffer.from(await response.arrayBuffer()));
      return place;
    },
    ask: ({ server, prepared }) =>
      fetch(`${server.address}/api/v1/backups?file=backup.sqlite`, {
        method: 'POST',
        body: new Uint8Array(readFileSync(prepared)),
        headers: { origin: server.address },
      }),
  },
  {
    name: 'a foreign file set aside',
    prepare: ({ server }) => {
      writeFileSync(join(server.store, 'studies', 'foreign.sqlite'), 'no study');
      return Promise.resolve('foreign.sqlite');
    },
    ask: ({ server, prepared }) => call(server, 'POST', `/unopened/${prepared}/set-aside`),
  },
  {
    name: 'a file that waits accepted',
    prepare: waitingFile,
    ask: ({ server, prepared }) => call(server, 'POST', `/intakes/${prepared}/accept`, { name: 'Accepted' }),
  },
  {
    name: 'a file that waits read in another way',
    prepare: waitingFile,
    ask: async ({ server, prepared }) => {
      const { layout } = (await call<Intake>(server, 'GET', `/intakes/${prepared}`)).body;
      return call(server, 'PUT', `/intakes/${prepared}/layout`, { ...layout, heading: false });
    },
  },
  {
    name: 'a codebook sent for a file that waits',
    prepare: waitingFile,
    ask: (victim) => putCodebook(victim, victim.prepared),
  },
  {
    name: 'the codebook taken off a file that waits',
    prepare: async (place) => {
      const intake = await waitingFile(place);
      await putCodebook(place, intake);
      return intake;
    },
    ask: ({ server, prepared }) => call(server, 'DELETE', `/intakes/${prepared}/codebook`),
  },
  {
    name: 'a file that waits discarded',
    prepare: waitingFile,
    ask: ({ server, prepared }) => call(server, 'DELETE', `/intakes/${prepared}`),
  },
];

/** Every kind of change that the API has. */
export const CHANGES: readonly Change[] = [...OF_STUDIES, ...OF_THE_STORE];
