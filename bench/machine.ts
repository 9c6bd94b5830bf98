import { readFileSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { availableParallelism } from 'node:os';
import { type DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import { call, type Server, startServer, temporaryStore } from '../e2e/server.js';
import type { Counts, StudyView } from '../src/api/types.js';
import { cLoop } from './c-loop.js';
import { COLUMNS, drawnSql, HOURS, largeStudy, OPTIONS, WEIGHT } from './large-study.js';
import { median, say, timed } from './timing.js';

const RESPONDENTS = 10_000_000;
const ROUNDS = 9;
/** A two-way table may take so many times as long as a loop in C on one core. */
const MOST_OF_C = 3;
const CLIENTS = 8;
const MOST_MEDIAN = 60;
const MOST_95 = 150;

/** A table, and what gives the same figures in the engine. */
interface Shape {
  name: string;
  sentence: { rows: string; by?: string[]; within?: string; weight?: string; only?: object[] };
  sql: string;
  /** What is compared: a figure of ours, and the same out of the rows of the engine. */
  same: (counts: Counts, rows: readonly Record<string, unknown>[]) => [ours: number, theirs: number];
}

const options = Array.from({ length: OPTIONS }, (_, j) => `opt_${j + 1}`);
const respondentsOf = ({ respondents }: Counts) => respondents.reduce((sum, count) => sum + count, 0);
const summed = (rows: readonly Record<string, unknown>[], column: string) =>
  rows.reduce((sum, row) => sum + Number(row[column]), 0);
const everybody: Shape['same'] = (counts, rows) => [respondentsOf(counts), summed(rows, 'n')];
const sumOfSquares: Shape['same'] = ({ respondents }, rows) => [
  respondents.reduce((sum, count) => sum + count ** 2, 0),
  rows.reduce((sum, row) => sum + Number(row['n']) ** 2, 0),
];

const SHAPES: readonly Shape[] = [
  {
    name: 'two-way',
    sentence: { rows: 'answer', by: ['site'] },
    sql: 'SELECT answer, site, count(*) AS n FROM t GROUP BY answer, site',
    same: sumOfSquares,
  },
  {
    name: 'weighted',
    sentence: { rows: 'answer', by: ['site'], weight: 'w' },
    sql: 'SELECT answer, site, count(*) AS n, sum(w) AS s, sum(w * w) AS q FROM t GROUP BY answer, site',
    same: ({ weights }, rows) => [weights!.sums.reduce((sum, value) => sum + value, 0), summed(rows, 's')],
  },
  {
    name: 'filtered',
    sentence: { rows: 'answer', by: ['site'], only: [{ variable: 'season', is: 'any-of', codes: ['1', '2'] }] },
    sql: 'SELECT answer, site, count(*) AS n FROM t WHERE season IN (1, 2) GROUP BY answer, site',
    same: sumOfSquares,
  },
  {
    name: 'three-way',
    sentence: { rows: 'answer', by: ['site'], within: 'season' },
    sql: 'SELECT answer, site, season, count(*) AS n FROM t GROUP BY answer, site, season',
    same: sumOfSquares,
  },
  {
    name: '20 options by 8 groups',
    sentence: { rows: 'question', by: ['region'] },
    sql: `SELECT region, count(*) AS n, ${options.map((name) => `sum(${name}) AS ${name}`).join(', ')}
      FROM t GROUP BY region`,
    same: ({ respondents, axes }, rows) => {
      const width = axes[1]!.slots.length;
      const mentioned = respondents.slice(width, (1 + OPTIONS) * width).reduce((sum, count) => sum + count, 0);
      return [mentioned, options.reduce((sum, name) => sum + summed(rows, name), 0)];
    },
  },
  {
    name: 'mean by group',
    sentence: { rows: 'hours', by: ['region'] },
    sql: `SELECT region, count(hours) AS n, avg(hours) AS m, stddev_samp(hours), min(hours), max(hours)
      FROM t GROUP BY region`,
    same: ({ numbers }, rows) => [
      numbers![0]!.groups.reduce((sum, group) => sum + (group?.mean ?? 0), 0),
      summed(rows, 'm'),
    ],
  },
  {
    name: 'quartiles by group',
    sentence: { rows: 'hours', by: ['region'] },
    sql: 'SELECT region, count(hours) AS n, quantile_cont(hours, [0.25, 0.5, 0.75]) AS q FROM t GROUP BY region',
    same: everybody,
  },
];

/** The same respondents in a table of the engine, in memory. */
async function engine(): Promise<DuckDBConnection> {
  const connection = await (await DuckDBInstance.create(':memory:')).connect();
  await connection.run(`SET threads = ${availableParallelism()}`);
  const columns = [
    ...COLUMNS.map(({ name, salt, most }) => `${drawnSql(salt, most)}::UTINYINT AS ${name}`),
    `(${drawnSql(WEIGHT.salt, WEIGHT.most)} + 200) / 1000.0::DOUBLE AS w`,
    `${drawnSql(HOURS.salt, HOURS.most)} / 10.0::DOUBLE AS hours`,
    ...options.map((name, j) => `(${drawnSql(100 + j, 3)} = 0)::UTINYINT AS ${name}`),
  ];
  await connection.run(`CREATE TABLE t AS SELECT ${columns.join(', ')} FROM range(${RESPONDENTS}) r(i)`);
  return connection;
}

/** Bytes that a process holds in memory now. */
function memoryOf(server: Server): number {
  const match = /VmRSS:\s+(\d+) kB/.exec(readFileSync(`/proc/${String(server.process.pid)}/status`, 'utf8'));
  return Number(match?.[1] ?? NaN) * 1024;
}

const agent = new Agent({ keepAlive: true });

/** Sends JSON and reads the answer, with as little work of its own as can be: it shares the cores with the server. */
function post(address: string, body: object): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const sent = JSON.stringify(body);
    const headers = { 'content-type': 'application/json', 'content-length': Buffer.byteLength(sent) };
    const asked = request(address, { method: 'POST', agent, headers }, (response) => {
      const pieces: Buffer[] = [];
      response.on('data', (piece: Buffer) => pieces.push(piece));
      response.on('end', () =>
        resolve({ status: response.statusCode ?? 0, text: Buffer.concat(pieces).toString('utf8') }),
      );
    });
    asked.on('error', reject);
    asked.end(sent);
  });
}

type Ask = (sentence: Shape['sentence']) => Promise<Counts>;

function asker(server: Server, study: string, variables: StudyView['variables']): Ask {
  const id = (name: string) => {
    const variable = variables.find((candidate) => candidate.name === name);
    if (!variable) throw new Error(`there is no ${name}`);
    return variable.id;
  };
  return async ({ rows, by = [], within, weight, only = [] }) => {
    const { status, text } = await post(`${server.address}/api/v1/studies/${study}/counts`, {
      rows: id(rows),
      by: by.map(id),
      ...(within && { within: id(within) }),
      ...(weight && { weight: id(weight) }),
      only: only.map((condition) => ({
        ...condition,
        variable: id((condition as { variable: string }).variable),
      })),
    });
    if (status !== 200) throw new Error(`${rows}: ${text}`);
    return JSON.parse(text) as Counts;
  };
}

const nearly = (a: number, b: number) => Math.abs(a - b) <= 1e-9 * Math.max(Math.abs(a), Math.abs(b));

/** Each shape beside the same in the engine, on all cores. */
async function compareShapes(ask: Ask, connection: DuckDBConnection, failures: string[]): Promise<void> {
  for (const { name, sentence, sql, same } of SHAPES) {
    const rows = (await connection.runAndReadAll(sql)).getRowObjects();
    const [ours, theirs] = same(await ask(sentence), rows);
    if (!nearly(ours, theirs)) throw new Error(`${name}: the figures differ, ${ours} and ${theirs}`);
    await timed(3, () => ask(sentence));
    const mine = await timed(ROUNDS, () => ask(sentence));
    const base = await timed(ROUNDS, () => connection.runAndReadAll(sql));
    say(
      `${name}, HTTP to HTTP`,
      `${mine.toFixed(1)} ms; the engine ${base.toFixed(1)} ms: ${(mine / base).toFixed(2)}`,
    );
    if (mine > base) failures.push(`${name} takes ${(mine / base).toFixed(2)} times as long as the engine`);
    if (name !== 'two-way') continue;
    const loop = cLoop(RESPONDENTS, COLUMNS[0].most, COLUMNS[1].most);
    if (!loop) continue;
    say('the same in a loop in C, on one core', `${loop.ms.toFixed(1)} ms: ${(mine / loop.ms).toFixed(2)} times`);
    if (mine > MOST_OF_C * loop.ms) failures.push(`${name} takes ${(mine / loop.ms).toFixed(2)} times the loop in C`);
  }
}

/** Several clients at once, who ask for other tables each time. */
async function compareClients(ask: Ask, failures: string[]): Promise<void> {
  const names = COLUMNS.map(({ name }) => name);
  const pairs = names.flatMap((rows) => names.flatMap((by) => (by === rows ? [] : [{ rows, by: [by] }])));
  const taken: number[] = [];
  const client = async (first: number) => {
    for (let round = 0; round < 24; round++) {
      const started = performance.now();
      await ask(pairs[(first + round * 5) % pairs.length]!);
      taken.push(performance.now() - started);
    }
  };
  await client(0);
  taken.length = 0;
  await Promise.all(Array.from({ length: CLIENTS }, (_, k) => client(k)));
  const sorted = [...taken].sort((a, b) => a - b);
  const [middle, late] = [median(taken), sorted[Math.floor(sorted.length * 0.95)] ?? NaN];
  say(
    `${CLIENTS} clients at once, two-way tables`,
    `median ${middle.toFixed(0)} ms (${MOST_MEDIAN}), 95th percentile ${late.toFixed(0)} ms (${MOST_95})`,
  );
  if (middle > MOST_MEDIAN || late > MOST_95) failures.push('clients wait for too long');
}

/** Tables of 10,000,000 respondents through the whole server, beside an engine and a loop in C on the same values. */
export async function benchMachine(): Promise<void> {
  const home = temporaryStore();
  const failures: string[] = [];
  const study = await largeStudy(home.store, RESPONDENTS);
  const server = await startServer(home.store, 'serve', 0, false);
  try {
    const connection = await engine();
    const { variables } = (await call<StudyView>(server, 'GET', `/studies/${study}`)).body;
    const ask = asker(server, study, variables);
    await ask({ rows: 'season' });
    const before = memoryOf(server);
    await ask({ rows: 'region' });
    const each = (memoryOf(server) - before) / RESPONDENTS;
    say(
      'memory for one more column of up to 255 codes',
      `${each.toFixed(2)} bytes a respondent (1, and what is transient)`,
    );
    await compareShapes(ask, connection, failures);
    await compareClients(ask, failures);
    connection.closeSync();
  } finally {
    await server.stop();
    home.remove();
  }
  if (failures.length > 0) throw new Error(failures.join('; '));
}
