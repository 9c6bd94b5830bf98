import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import type { Intake, StudyRow } from '../../src/api/types.js';
import { awaitRead, call, send, startServer } from '../server.js';
import { type Chance, chance } from './chance.js';
import type { Verdict } from './verdict.js';

const COLUMNS = 30;
const WIDTHS: Record<string, number> = { coded8: 1, coded16: 2, number: 8 };
/** A file that is taken in and accepted, again and again. */
export interface TortureFile {
  csv: string;
  respondents: number;
}

/** A file with columns of every kind. */
export function tortureFile(respondents: number): TortureFile {
  const { upTo } = chance(11);
  const questions = COLUMNS - 4;
  const lines = [['id', ...Array.from({ length: questions }, (_, k) => `q${k + 1}`), 'age', 'w', 'remark'].join(',')];
  for (let k = 0; k < respondents; k++) {
    const answers = Array.from({ length: questions }, () => (upTo(9) === 0 ? '' : upTo(5)));
    lines.push([k + 1, ...answers, 16 + upTo(70), upTo(3000) / 1000, `remark ${upTo(1_000_000)}`].join(','));
  }
  return { csv: lines.join('\n'), respondents };
}

const intakesIn = (store: string) => {
  const folder = join(store, 'intakes');
  return existsSync(folder) ? readdirSync(folder).filter((id) => existsSync(join(folder, id, 'intake.json'))) : [];
};

/** What is wrong with a study's file; empty where it is whole. */
function wrongWithStudy(path: string, respondents: number): string[] {
  const db = new Database(path, { readonly: true });
  try {
    const wrong: string[] = [];
    const check = db.pragma('integrity_check', { simple: true });
    if (check !== 'ok') wrong.push(`integrity_check: ${String(check)}`);
    const study = db.prepare('SELECT respondents FROM study').get() as { respondents: number } | undefined;
    if (study?.respondents !== respondents) wrong.push(`${study?.respondents ?? 'no'} respondents`);
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
      if (width !== undefined && bytes !== width * respondents) wrong.push(`column ${id} has ${bytes ?? 0} bytes`);
    }
    return wrong;
  } finally {
    db.close();
  }
}

/** How far an intake was when it ended. */
type Moment = 'sending' | 'reading' | 'accepting' | 'done';

/** When a server is killed: so many ms after something was begun. */
interface Kill {
  from: 'sending' | 'accepting';
  ms: number;
}

/** How long an intake took, in ms, and how far it came. */
interface IntakeTaken {
  /** Sending and reading. */
  sending: number;
  accepting: number;
  moment: Moment;
}

/** Takes a file in and accepts it. @param kill when the server is killed; null: it is let be */
export async function intakeOnce(store: string, { csv }: TortureFile, kill: Kill | null): Promise<IntakeTaken> {
  const server = await startServer(store);
  const ended = new Promise((resolve) => server.process.once('exit', resolve));
  const taken: IntakeTaken = { sending: 0, accepting: 0, moment: 'sending' };
  let timer: NodeJS.Timeout | undefined;
  const killFrom = (from: Kill['from']) => {
    if (kill?.from !== from) return;
    timer = setTimeout(() => {
      // A file that has its record has come in whole, and is being read.
      if (taken.moment === 'sending' && intakesIn(store).length > 0) taken.moment = 'reading';
      server.process.kill('SIGKILL');
    }, kill.ms);
  };
  const begun = performance.now();
  try {
    killFrom('sending');
    const { body } = await send<Intake>(server, 'torture.csv', csv, false);
    taken.moment = 'reading';
    await awaitRead(server, body);
    taken.sending = performance.now() - begun;
    taken.moment = 'accepting';
    killFrom('accepting');
    await call(server, 'POST', `/intakes/${body.id}/accept`, { name: 'Torture' });
    taken.accepting = performance.now() - begun - taken.sending;
    taken.moment = 'done';
  } catch (error) {
    if (kill === null) throw error;
  }
  clearTimeout(timer);
  server.process.kill('SIGKILL');
  await ended;
  return taken;
}

/** What is wrong with what a server makes of a store after a kill; a file that had come in is read again. */
async function wrongAfter(store: string, respondents: number): Promise<string[]> {
  const server = await startServer(store);
  try {
    const { status } = await call<StudyRow[]>(server, 'GET', '/studies');
    const wrong = status === 200 ? [] : ['the studies cannot be listed'];
    for (const id of intakesIn(store)) {
      const asked = await call<Intake>(server, 'GET', `/intakes/${id}`);
      // Killed after the study had landed, before what waited was cleared away: it is cleared away now.
      if (asked.status === 404 && /became the study/.test(JSON.stringify(asked.body))) continue;
      const intake = await awaitRead(server, asked.body);
      if (intake.read?.respondents !== respondents)
        wrong.push(`the file was not read again: ${JSON.stringify({ ...intake, preview: null }).slice(0, 500)}`);
      const discarded = await call(server, 'DELETE', `/intakes/${id}`);
      if (discarded.status !== 204) wrong.push('the file cannot be discarded');
    }
    return wrong;
  } finally {
    await server.stop();
  }
}

/**
 * Kills the server at a moment by chance of an intake. The store must hold whole studies only, the server must start on
 * it, and a file that had come in must be there to be read again.
 * @param whole an intake that nobody killed
 */
export async function killIntake(
  store: string,
  file: TortureFile,
  whole: IntakeTaken,
  { upTo }: Chance,
): Promise<Verdict> {
  const from = upTo(2) === 0 ? 'accepting' : 'sending';
  const { moment } = await intakeOnce(store, file, { from, ms: (upTo(1000) / 1000) * whole[from] });
  const studies = join(store, 'studies');
  const paths = readdirSync(studies).filter((name) => name.endsWith('.sqlite'));
  const wrong = [
    ...paths.flatMap((name) => wrongWithStudy(join(studies, name), file.respondents)),
    ...(await wrongAfter(store, file.respondents)),
  ];
  for (const name of paths) rmSync(join(studies, name));
  return { as: `while ${moment}`, wrong: wrong.length > 0 ? wrong.join('; ') : null };
}
