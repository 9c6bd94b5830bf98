import { readFileSync, statSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { extname, join } from 'node:path';
import { type DuckDBConnection, DuckDBInstance } from '@duckdb/node-api';
import { awaitRead, call, type Reply, send, sendFile, startServer, temporaryStore } from '../e2e/server.js';
import type { Intake } from '../src/api/types.js';
import { COLUMNS, writeSurvey } from './survey-file.js';
import { say } from './timing.js';

const RESPONDENTS = 1_000_000;
/** The intake may take so many times as long as an engine that reads the same file into its memory, on all cores. */
const AT_MOST = 2;
/** With four times the respondents, the server's memory may grow by this much. */
const MOST_GROWTH = 1.5;

/** The most memory that a process has held so far, in MiB; null where the system does not tell. */
function peakMemory(pid: number | undefined): number | null {
  try {
    const match = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${String(pid)}/status`, 'utf8'));
    return match?.[1] === undefined ? null : Number(match[1]) / 1024;
  } catch {
    return null;
  }
}

/** Takes a file in through a server of its own, which has taken in a small one before. */
async function takeIn(path: string): Promise<{ seconds: number; peak: number | null; respondents: number }> {
  const home = temporaryStore();
  const server = await startServer(home.store);
  const land = async (file: string, body: Promise<Reply<Intake>>) => {
    const intake = await awaitRead(server, (await body).body);
    const { status } = await call(server, 'POST', `/intakes/${intake.id}/accept`, { name: file });
    if (status !== 201) throw new Error(`${file} was not taken in: ${status}`);
    return intake;
  };
  try {
    await land('Small', send<Intake>(server, 'small.csv', 'a,b\n1,2\n', false));
    const started = performance.now();
    const intake = await land('Survey', sendFile<Intake>(server, `survey${extname(path)}`, path));
    const seconds = (performance.now() - started) / 1000;
    return { seconds, peak: peakMemory(server.process.pid), respondents: intake.read?.respondents ?? 0 };
  } finally {
    await server.stop();
    home.remove();
  }
}

/** Seconds in which the engine reads a file into a table. */
async function engineReads(connection: DuckDBConnection, source: string): Promise<number> {
  const started = performance.now();
  await connection.run(`CREATE OR REPLACE TABLE t AS SELECT * FROM ${source}`);
  const seconds = (performance.now() - started) / 1000;
  const [row] = (await connection.runAndReadAll('SELECT count(*) AS n FROM t')).getRowObjects();
  if (Number(row?.['n']) !== RESPONDENTS) throw new Error(`the engine read ${String(row?.['n'])} rows`);
  return seconds;
}

/** Takes a file in beside the engine, three times each in turns, and tells the quickest of each. */
async function compare(path: string, source: string, connection: DuckDBConnection) {
  let [ours, theirs, peak] = [Infinity, Infinity, 0];
  for (let round = 0; round < 3; round++) {
    const taken = await takeIn(path);
    if (taken.respondents !== RESPONDENTS) throw new Error(`${taken.respondents} respondents were taken in`);
    ours = Math.min(ours, taken.seconds);
    peak = Math.max(peak, taken.peak ?? 0);
    theirs = Math.min(theirs, await engineReads(connection, source));
  }
  return { ours, theirs, peak };
}

/** Intake of 1,000,000 x 30, HTTP to study, beside an engine; and its memory beside a quarter of the file. */
export async function benchIntake(): Promise<void> {
  const home = temporaryStore();
  const failures: string[] = [];
  try {
    const connection = await (await DuckDBInstance.create(':memory:')).connect();
    await connection.run(`SET threads = ${availableParallelism()}`);
    const quarter = join(home.store, 'quarter.csv');
    const csv = join(home.store, 'whole.csv');
    const parquet = join(home.store, 'whole.parquet');
    await writeSurvey(quarter, RESPONDENTS / 4);
    await writeSurvey(csv, RESPONDENTS);
    await connection.run(`COPY (SELECT * FROM read_csv('${csv}')) TO '${parquet}' (FORMAT parquet)`);
    const small = await takeIn(quarter);
    for (const [path, source] of [
      [csv, `read_csv('${csv}')`],
      [parquet, `read_parquet('${parquet}')`],
    ] as const) {
      const { ours, theirs, peak } = await compare(path, source, connection);
      const kind = path === csv ? 'CSV' : 'Parquet';
      const megabytes = (statSync(path).size / 1e6).toFixed(0);
      say(
        `intake of ${kind}, 1,000,000 x ${COLUMNS} (${megabytes} MB), file to study`,
        `${ours.toFixed(1)} s, ${Math.round(RESPONDENTS / ours).toLocaleString('en')} rows a second`,
      );
      say('the engine, into a table in memory', `${theirs.toFixed(1)} s: ${(ours / theirs).toFixed(1)} (${AT_MOST})`);
      if (ours > AT_MOST * theirs)
        failures.push(`the intake of ${kind} takes ${(ours / theirs).toFixed(1)} times as long as the engine`);
      if (path === parquet || small.peak === null) continue;
      const growth = peak / small.peak;
      say(
        'peak memory of the server, 250,000 and 1,000,000 rows of CSV',
        `${small.peak.toFixed(0)} and ${peak.toFixed(0)} MiB`,
      );
      if (growth > MOST_GROWTH) failures.push(`memory grows ${growth.toFixed(2)} times with four times the file`);
    }
    connection.closeSync();
  } finally {
    home.remove();
  }
  if (failures.length > 0) throw new Error(failures.join('; '));
}
