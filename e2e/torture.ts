import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { Intake, StudyRow } from '../src/api/types.js';
import { awaitRead, call, send, startServer, temporaryStore } from './server.js';

const KILLS = 50;
const RESPONDENTS = 150_000;
const COLUMNS = 30;

/** A file with columns of every kind. */
function fileText(): string {
  const generator = xoroshiro128plus(11);
  const next = (most: number) => uniformInt(generator, 0, most);
  const lines = [['id', ...Array.from({ length: COLUMNS - 4 }, (_, k) => `q${k + 1}`), 'age', 'w', 'remark'].join(',')];
  for (let k = 0; k < RESPONDENTS; k++) {
    const answers = Array.from({ length: COLUMNS - 4 }, () => (next(9) === 0 ? '' : next(5)));
    lines.push([k + 1, ...answers, 16 + next(70), next(3000) / 1000, `remark ${next(1_000_000)}`].join(','));
  }
  return lines.join('\n');
}

const WIDTHS: Record<string, number> = { coded8: 1, coded16: 2, number: 8 };

/** Accepting takes about this part of an intake. */
const ACCEPTING_SHARE = 10;

function hasRecord(store: string): boolean {
  const intakes = join(store, 'intakes');
  return readdirSync(intakes).some((id) => existsSync(join(intakes, id, 'intake.json')));
}

/** What is wrong with a study's file; empty where it is whole. */
function wrongWith(path: string): string[] {
  const db = new Database(path, { readonly: true });
  try {
    const wrong: string[] = [];
    const check = db.pragma('integrity_check', { simple: true });
    if (check !== 'ok') wrong.push(`integrity_check: ${String(check)}`);
    const study = db.prepare('SELECT respondents FROM study').get() as { respondents: number } | undefined;
    if (study?.respondents !== RESPONDENTS) wrong.push(`${study?.respondents ?? 'no'} respondents`);
    const variables = db.prepare('SELECT count(*) FROM variable').pluck().get() as number;
    if (variables !== COLUMNS) wrong.push(`${variables} variables`);
    const columns = db
      .prepare(
        'SELECT c.id, c.storage, sum(length(k.bytes)) AS bytes FROM data_column c LEFT JOIN chunk k ON ' +
          'k.column_id = c.id GROUP BY c.id',
      )
      .all();
    for (const { id, storage, bytes } of columns as { id: number; storage: string; bytes: number | null }[]) {
      const width = WIDTHS[storage];
      if (width !== undefined && bytes !== width * RESPONDENTS) wrong.push(`column ${id} has ${bytes ?? 0} bytes`);
    }
    return wrong;
  } finally {
    db.close();
  }
}

/**
 * Kills the server 50 times at random moments of an intake, with no chance to clean up. After each the store must hold
 * whole studies only; the server must start on it, and a file that had come in must be there to be read again.
 */
export async function torture(times = String(KILLS)): Promise<void> {
  const csv = fileText();
  const generator = xoroshiro128plus(Date.now());
  const home = temporaryStore();
  const moments = { sending: 0, reading: 0, accepting: 0, done: 0 };
  try {
    // One undisturbed intake says how long one takes, so that the kills fall all over it.
    const whole = await intakeOnce(home.store, null);
    for (let k = 0; k < Number(times); k++) {
      const after = (uniformInt(generator, 0, 1050) / 1000) * whole.ms;
      const { reached } = await intakeOnce(home.store, after, k % 3 === 2);
      moments[reached]++;
      const studies = join(home.store, 'studies');
      for (const name of readdirSync(studies)) {
        const path = join(studies, name);
        if (!name.endsWith('.sqlite')) continue;
        const wrong = wrongWith(path);
        if (wrong.length > 0)
          throw new Error(`kill ${k + 1}, ${Math.round(after)} ms in: ${name}: ${wrong.join('; ')}`);
      }
      await goesOn(home.store, k);
      for (const name of readdirSync(studies)) rmSync(join(studies, name));
    }
    const kinds = Object.entries(moments).map(([moment, n]) => `${n} while ${moment}`);
    process.stdout.write(`${times} kills (${kinds.join(', ')}): no partial study, integrity_check ok every time\n`);
  } finally {
    home.remove();
  }

  /** An intake that is killed after so many ms; null: it is let be. */
  async function intakeOnce(store: string, killAfter: number | null, inAccepting = false) {
    const server = await startServer(store);
    let reached: keyof typeof moments = 'sending';
    const begun = performance.now();
    const kill = () => {
      // A file that has its record has come in whole, and is being read.
      if (reached === 'sending' && hasRecord(store)) reached = 'reading';
      server.process.kill('SIGKILL');
    };
    let timer = killAfter === null || inAccepting ? undefined : setTimeout(kill, killAfter);
    try {
      const { body } = await send<Intake>(server, 'torture.csv', csv, false);
      reached = 'reading';
      await awaitRead(server, body);
      reached = 'accepting';
      // Accepting is short beside reading: a third of the kills fall into it.
      if (killAfter !== null && inAccepting) timer = setTimeout(kill, killAfter / ACCEPTING_SHARE);
      await call(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Torture' });
      reached = 'done';
    } catch (error) {
      if (server.process.signalCode === null && server.process.exitCode === null && killAfter === null) throw error;
    }
    const ms = performance.now() - begun;
    clearTimeout(timer);
    server.process.kill('SIGKILL');
    await new Promise<void>((resolve) => {
      if (server.process.signalCode ?? server.process.exitCode) resolve();
      else server.process.once('exit', () => resolve());
    });
    return { ms, reached };
  }

  /** The server starts on what the kill left, and reads a file again that had come in. */
  async function goesOn(store: string, kill: number): Promise<void> {
    const server = await startServer(store);
    try {
      const { status } = await call<StudyRow[]>(server, 'GET', '/studies');
      if (status !== 200) throw new Error(`kill ${kill + 1}: the studies cannot be listed`);
      const intakes = join(store, 'intakes');
      for (const id of readdirSync(intakes)) {
        if (!existsSync(join(intakes, id, 'intake.json'))) continue;
        const read = await awaitRead(server, (await call<Intake>(server, 'GET', `/intakes/${id}`)).body);
        if (read.read?.respondents !== RESPONDENTS) throw new Error(`kill ${kill + 1}: the file was not read again`);
        const discarded = await call(server, 'DELETE', `/intakes/${id}`);
        if (discarded.status !== 204) throw new Error(`kill ${kill + 1}: the file cannot be discarded`);
      }
    } finally {
      await server.stop();
    }
  }
}
