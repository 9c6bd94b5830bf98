import type { StudyView } from '../../src/api/types.js';
import { call, type Server } from '../server.js';
import { attackFrom, type Described, describedBy, sendAttack } from './broken-requests.js';
import { broken, sendBroken } from './broken-files.js';
import { chance } from './chance.js';
import { memoryOf } from './memory.js';
import { type Sample, samplesFor } from './samples.js';

/** What many clients at once found. */
export interface Together {
  tables: number;
  /** Milliseconds of a table that somebody asked for who meant no harm. */
  p50: number;
  p95: number;
  healthP99: number;
  /** Of the server's own thread, as it says itself. */
  delay: { p99: number; most: number };
  /** Of the server, in MiB. */
  memory: number;
  wrong: string[];
}

/** Of so many clients one means harm. */
const HOSTILE = 5;

const quantile = (values: readonly number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * share)] ?? NaN;

const wait = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms));

/** Clients are told apart by what they call themselves. */
const headers = (k: number) => ({ 'user-agent': `client ${k}` });

interface Target {
  server: Server;
  study: string;
  /** A number of the study, to reckon with. */
  number: number;
  document: Described;
  /** Files to be broken. */
  samples: readonly Sample[];
  /** When the siege ends. */
  until: number;
}

/** Asks for what costs most, again and again, and goes away in the middle of it. */
async function hostile(k: number, { server, study, number, document, samples, until }: Target): Promise<void> {
  const luck = chance(k);
  const expression = `a${' + a'.repeat(2400)}`;
  const items = [{ source: number, reversed: false, weight: 1, as: 'a' }];
  const recipe = { kind: 'score', of: 'expression', items, atLeast: 0, scale: null, codes: [], expression };
  const counts = Array.from({ length: 200 }, (_, i) => Array.from({ length: 200 }, (__, j) => (i * 7 + j) % 5));
  while (performance.now() < until) {
    const away = AbortSignal.timeout(300 + luck.upTo(3000));
    const post = (path: string, body: unknown) =>
      fetch(`${server.address}/api/v1${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', ...headers(k) },
        body: JSON.stringify(body),
        signal: away,
      }).then((response) => response.arrayBuffer());
    const costly = luck.pick([
      () => post(`/studies/${study}/workings/preview`, recipe),
      () => post('/assess', { counts }),
      () =>
        post('/assess', {
          counts: [
            [9, 8, 7, 6],
            [5, 9, 3, 8],
            [7, 7, 9, 2],
          ],
          exact: { work: 100_000_000 },
        }),
      () => sendBroken(server, broken(luck.pick(samples), luck)),
      () => sendAttack(server, attackFrom(document, study, luck)),
    ]);
    await Promise.resolve(costly()).catch(() => undefined);
  }
}

/** Has many clients ask a server at once for a time: most want small tables, some mean harm. */
export async function clientsTogether(
  server: Server,
  study: string,
  clients: number,
  seconds: number,
): Promise<Together> {
  const [document, samples] = [await describedBy(server), await samplesFor(server)];
  const until = performance.now() + seconds * 1000;
  const { variables } = (await call<StudyView>(server, 'GET', `/studies/${study}`)).body;
  // Those of the file: workings may be taken out by who means harm, and then are not there for others either.
  const coded = variables.flatMap(({ id, level, workingId }) =>
    workingId === null && (level === 'ordered' || level === 'unordered') ? [id] : [],
  );
  const number = variables.find(({ level }) => level === 'number')?.id ?? 0;
  const target: Target = { server, study, number, document, samples, until };
  const took: number[] = [];
  const health: number[] = [];
  const wrong: string[] = [];

  async function analyst(k: number): Promise<void> {
    const { pick } = chance(k);
    while (performance.now() < until) {
      const started = performance.now();
      const body = { rows: pick(coded), by: pick(coded), only: [] };
      const { status } = await call(server, 'POST', `/studies/${study}/counts`, body, headers(k));
      took.push(performance.now() - started);
      // The same variable twice is refused, and that is right.
      if (status !== 200 && status !== 422 && status !== 400) wrong.push(`a table was answered with ${status}`);
      await wait(100);
    }
  }

  async function watcher(): Promise<void> {
    while (performance.now() < until) {
      const started = performance.now();
      await call(server, 'GET', '/health');
      health.push(performance.now() - started);
      await wait(20);
    }
  }

  const all = Array.from({ length: clients }, (_, k) => (k % HOSTILE === 0 ? hostile(k, target) : analyst(k)));
  await Promise.all([...all, watcher()]);
  const { body: up } = await call<{ delay: Together['delay'] }>(server, 'GET', '/health');
  return {
    tables: took.length,
    p50: quantile(took, 0.5),
    p95: quantile(took, 0.95),
    healthP99: quantile(health, 0.99),
    delay: up.delay,
    memory: memoryOf(server.process.pid),
    wrong,
  };
}
