import { readFileSync } from 'node:fs';
import { bodyAbout } from '../src/core/table/sentence-shape.js';
import { temporaryStore } from '../e2e/server.js';
import { firstOne, mailOf, PASSWORD, type Person, person, startTeamServer, type TeamServer } from '../e2e/team.js';
import { say } from './timing.js';

const PEOPLE = 50;
const EDITORS = 10;
const RESPONDENTS = 100_000;
const VARIABLES = 30;
const CODES = 5;
/** Milliseconds between two acts of one person, on average. */
const PAUSE = 1000;
/** Milliseconds within which 95 of 100 tables are there. */
const MOST = 300;

/** A file of answers in codes, the same each time. */
function fileOfAnswers(): string {
  const names = Array.from({ length: VARIABLES }, (_, k) => `q${k + 1}`);
  const lines = Array.from({ length: RESPONDENTS }, (_, k) =>
    names.map((_, j) => 1 + ((Math.imul(k + 1, 0x9e3779b1 + 2 * j) >>> 16) % CODES)).join(','),
  );
  return [names.join(','), ...lines].join('\n');
}

export async function sendAs(server: TeamServer, who: Person, name: string, content: string): Promise<string> {
  const response = await fetch(`${server.address}/api/v1/intakes?file=${name}`, {
    method: 'POST',
    body: content,
    headers: { cookie: who.cookie ?? '' },
  });
  let intake = (await response.json()) as { id: string; state: string };
  while (intake.state === 'reading') {
    await new Promise((resolve) => setTimeout(resolve, 100));
    intake = (await who.call<typeof intake>('GET', `/intakes/${intake.id}`)).body;
  }
  return intake.id;
}

/** What was seen while all of them worked. */
interface Seen {
  acts: number;
  tables: number[];
  errors: string[];
  lost: string[];
  memory: number[];
}

interface Worker {
  who: Person;
  edits: boolean;
  layer: string;
  /** The variable of the common layer that is theirs to name, and how they named it last. */
  variable: number;
  named: string | null;
  /** Workings that the server said it keeps. */
  made: number[];
  random: () => number;
}

const randomFrom = (seed: number) => {
  let state = seed * 2_654_435_761;
  return () => {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    return state / 2 ** 32;
  };
};

async function act(server: TeamServer, study: string, worker: Worker, seen: Seen): Promise<void> {
  const { who, layer, random, edits } = worker;
  const note = (what: string, status: number) => {
    if (status >= 400) seen.errors.push(`${what}: ${status}`);
    return status < 400;
  };
  const pick = () => 1 + Math.floor(random() * VARIABLES);
  const choice = random();
  seen.acts += 1;
  if (choice < 0.65) {
    const started = performance.now();
    const rows = pick();
    const sentence = { ...bodyAbout(rows), by: 1 + (rows % VARIABLES) };
    const { status } = await who.call('POST', `/studies/${random() < 0.5 ? layer : study}/counts`, sentence);
    if (note('table', status)) seen.tables.push(performance.now() - started);
  } else if (choice < 0.8) {
    const groups = [
      { code: '1', label: 'Low', from: ['1', '2'] },
      { code: '2', label: 'High', from: ['3', '4', '5'] },
    ];
    const recipe = { kind: 'regroup', source: pick(), level: 'ordered', groups, setAside: [] };
    const name = `made_${who.id}_${worker.made.length}`;
    const { status, body } = await who.call<{ variable: number }>('POST', `/studies/${layer}/workings`, {
      name,
      label: name,
      recipe,
    });
    if (note('working', status)) worker.made.push(body.variable);
  } else if (choice < 0.9 && edits) {
    const label = `Named ${seen.acts} by ${who.id}`;
    const { status } = await who.call('PATCH', `/studies/${study}/variables/${worker.variable}`, { label });
    if (note('common edit', status)) worker.named = label;
  } else if (choice < 0.93) {
    const id = await sendAs(server, who, 'small.csv', 'a,b\n1,2\n2,1\n');
    note('discard', (await who.call('DELETE', `/intakes/${id}`)).status);
  } else note('layer', (await who.call('GET', `/studies/${layer}`)).status);
}

const memoryOf = (id: number) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${id}/status`, 'utf8'))?.[1] ?? 0) / 1024;

/** Ticks of all processors so far, and how many of them the host gave to others. */
function ticks(): { all: number; stolen: number } {
  const fields = readFileSync('/proc/stat', 'utf8').split('\n')[0]?.trim().split(/\s+/).slice(1, 9).map(Number) ?? [];
  return { all: fields.reduce((sum, value) => sum + value, 0), stolen: fields[7] ?? 0 };
}

/** What the server does not have of what it said that it keeps. */
async function lostOf(study: string, { who, layer, variable, named, made }: Worker): Promise<string[]> {
  interface View {
    variables: { id: number; label: string }[];
  }
  const own = (await who.call<View>('GET', `/studies/${layer}`)).body.variables;
  const common = (await who.call<View>('GET', `/studies/${study}`)).body.variables;
  const ids = new Set(own.map(({ id }) => id));
  return [
    ...made.filter((id) => !ids.has(id)).map((id) => `working ${id} of ${who.name}`),
    ...(named !== null && common.find(({ id }) => id === variable)?.label !== named ? [`the name of ${variable}`] : []),
  ];
}

async function workers(server: TeamServer, ada: Person, study: string): Promise<Worker[]> {
  const all: Worker[] = [];
  for (let k = 0; k < PEOPLE; k++) {
    const name = `Person ${k}`;
    const { body } = await ada.call<{ path: string }>('POST', '/invitations', { name, email: mailOf(name) });
    const who = person(server, name);
    await who.call('POST', '/join', { invitation: body.path.split('#')[1], name, password: PASSWORD });
    who.id = (await who.call<{ person: { id: number } }>('GET', '/me')).body.person.id;
    const edits = k < EDITORS;
    await ada.call('PUT', `/studies/${study}/members/${who.id}`, { role: edits ? 'edits' : 'tabulates' });
    const layer = `${study}~${who.id}`;
    all.push({ who, edits, layer, variable: k + 1, named: null, made: [], random: randomFrom(k + 1) });
  }
  return all;
}

/** Fifty people at once over HTTP, in their own layers and in the common one, for some minutes. */
export async function benchPeople(minutes = 10): Promise<void> {
  const home = temporaryStore();
  // As it is in an office: answers are held to their schemas in tests alone.
  const server = await startTeamServer(home.store, [], { HATCH_COUNT_CHECK_ANSWERS: '' });
  const before = ticks();
  const seen: Seen = { acts: 0, tables: [], errors: [], lost: [], memory: [] };
  try {
    const ada = await firstOne(server);
    const intake = await sendAs(server, ada, 'many.csv', fileOfAnswers());
    const { body } = await ada.call<{ study: string }>('POST', `/intakes/${intake}/accept`, { name: 'Many' });
    const all = await workers(server, ada, body.study);
    const end = Date.now() + minutes * 60_000;
    const watch = setInterval(() => seen.memory.push(memoryOf(server.process.pid ?? 0)), 5000);
    await Promise.all(
      all.map(async (worker) => {
        while (Date.now() < end) {
          await act(server, body.study, worker, seen);
          await new Promise((resolve) => setTimeout(resolve, PAUSE * 2 * worker.random()));
        }
      }),
    );
    clearInterval(watch);
    for (const worker of all) seen.lost.push(...(await lostOf(body.study, worker)));
  } finally {
    await server.stop();
    home.remove();
  }
  const after = ticks();
  const stolen = (after.stolen - before.stolen) / Math.max(1, after.all - before.all);
  const sorted = seen.tables.sort((a, b) => a - b);
  const p95 = sorted[Math.floor(sorted.length * 0.95)] ?? 0;
  const quarter = Math.ceil(seen.memory.length / 4);
  const mean = (list: number[]) => list.reduce((sum, value) => sum + value, 0) / Math.max(1, list.length);
  say(
    `${PEOPLE} people for ${minutes} minutes: ${seen.acts} acts, ${sorted.length} of them tables of ` +
      RESPONDENTS.toLocaleString('en'),
    `p95 ${p95.toFixed(0)} ms (${MOST}); errors ${seen.errors.length}, lost ${seen.lost.length}; memory ` +
      `${mean(seen.memory.slice(quarter, 2 * quarter)).toFixed(0)} MiB in the second quarter, ` +
      `${mean(seen.memory.slice(-quarter)).toFixed(0)} in the last; the host took ${(100 * stolen).toFixed(0)}% of ` +
      'the time of the processors',
  );
  for (const line of [...new Set([...seen.errors, ...seen.lost])].slice(0, 10)) say('wrong', line);
  if (seen.errors.length + seen.lost.length > 0 || p95 > MOST) throw new Error('fifty people were too many');
}
