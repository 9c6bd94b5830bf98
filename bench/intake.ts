import { createWriteStream, readFileSync, statSync } from 'node:fs';
import { once } from 'node:events';
import { join } from 'node:path';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { awaitRead, call, sendFile, startServer, temporaryStore } from '../e2e/server.js';
import type { Intake } from '../src/api/types.js';
import { detectLayout, openRows } from '../src/formats/open-rows.js';
import { say } from './timing.js';

const RESPONDENTS = 1_000_000;
const COLUMNS = 30;
/** The intake may take so many times as long as the parser alone. */
const AT_MOST = 4;
/** With four times the respondents, the server's memory may grow by this much. */
const MOST_GROWTH = 1.5;

/** Writes a survey of 30 columns: an id, 24 coded answers, some of them blank, an age, an amount, a weight, remarks. */
async function writeSurvey(path: string, respondents: number): Promise<void> {
  const generator = xoroshiro128plus(7);
  const next = (most: number) => uniformInt(generator, 0, most);
  const file = createWriteStream(path);
  const answers = Array.from({ length: COLUMNS - 6 }, (_, k) => `q${k + 1}`);
  file.write(`${['id', ...answers, 'age', 'amount', 'w', 'came_on', 'remark'].join(',')}\n`);
  const remarks = ['', '', '', 'the hedge', 'more water', 'none at all'];
  let text = '';
  for (let k = 0; k < respondents; k++) {
    let line = String(100_000 + k);
    for (let j = 0; j < answers.length; j++) line += next(19) === 0 ? ',' : `,${next(6)}`;
    const day = `2026-0${1 + next(8)}-${10 + next(18)}`;
    text += `${line},${16 + next(70)},${next(90_000)},${next(3000) / 1000},${day},${remarks[next(5)] ?? ''}\n`;
    if (text.length < 1_000_000) continue;
    if (!file.write(text)) await once(file, 'drain');
    text = '';
  }
  file.end(text);
  await once(file, 'close');
}

/** The most memory that a process has held so far, in MiB; null where the system does not tell. */
function peakMemory(pid: number | undefined): number | null {
  try {
    const match = /VmHWM:\s+(\d+) kB/.exec(readFileSync(`/proc/${String(pid)}/status`, 'utf8'));
    return match?.[1] === undefined ? null : Number(match[1]) / 1024;
  } catch {
    return null;
  }
}

/** Takes a file in through a server of its own. */
async function takeIn(path: string): Promise<{ seconds: number; peak: number | null; respondents: number }> {
  const home = temporaryStore();
  const server = await startServer(home.store);
  try {
    const started = performance.now();
    const intake = await awaitRead(server, (await sendFile<Intake>(server, 'survey.csv', path)).body);
    const { status } = await call(server, 'POST', `/intakes/${intake.id}/accept`, { name: 'Survey' });
    const seconds = (performance.now() - started) / 1000;
    if (status !== 201) throw new Error(`the file was not taken in: ${status}`);
    return { seconds, peak: peakMemory(server.process.pid), respondents: intake.read?.respondents ?? 0 };
  } finally {
    await server.stop();
    home.remove();
  }
}

/** The same parser, reading the file and doing nothing else. */
async function parseOnly(path: string): Promise<number> {
  const { layout, gzip } = await detectLayout(path, 'survey.csv');
  const started = performance.now();
  let rows = 0;
  const source = await openRows({ path, name: 'survey.csv', gzip }, layout);
  for await (const batch of source.batches) rows += batch.length;
  if (rows !== RESPONDENTS) throw new Error(`${rows} rows were parsed`);
  return (performance.now() - started) / 1000;
}

/** Intake of 1,000,000 x 30, HTTP to study, beside the parser alone; and its memory beside a quarter of the file. */
export async function benchIntake(): Promise<void> {
  const home = temporaryStore();
  try {
    const quarter = join(home.store, 'quarter.csv');
    const whole = join(home.store, 'whole.csv');
    await writeSurvey(quarter, RESPONDENTS / 4);
    await writeSurvey(whole, RESPONDENTS);
    const small = await takeIn(quarter);
    const large = await takeIn(whole);
    if (large.respondents !== RESPONDENTS) throw new Error(`${large.respondents} respondents were taken in`);
    const baseline = await parseOnly(whole);
    const megabytes = (statSync(whole).size / 1e6).toFixed(0);
    const ratio = large.seconds / baseline;
    say(
      `intake of 1,000,000 x ${COLUMNS} (${megabytes} MB), file to study`,
      `${large.seconds.toFixed(1)} s, ${Math.round(RESPONDENTS / large.seconds).toLocaleString('en')} rows a second`,
    );
    say('the same parser, only reading the file', `${baseline.toFixed(1)} s`);
    say(`ratio (at most ${AT_MOST} is asked for)`, `${ratio.toFixed(1)} times as long`);
    if (ratio > AT_MOST) throw new Error(`the intake takes ${ratio.toFixed(1)} times as long as the parser`);
    if (small.peak === null || large.peak === null) return;
    const growth = large.peak / small.peak;
    say(
      'peak memory of the server, 250,000 and 1,000,000',
      `${small.peak.toFixed(0)} and ${large.peak.toFixed(0)} MiB`,
    );
    if (growth > MOST_GROWTH) throw new Error(`memory grows ${growth.toFixed(2)} times with four times the file`);
  } finally {
    home.remove();
  }
}
