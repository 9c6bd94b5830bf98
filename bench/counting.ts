import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { call, send, startServer, temporaryStore } from '../e2e/server.js';
import type { Counts, Intake, StudyView } from '../src/api/types.js';
import { say, timed } from './timing.js';

const RESPONDENTS = 1_000_000;
const ROUNDS = 25;
/** The counting path must beat the baseline by this much. */
const AT_LEAST = 50;

const SITES = 6;
const ANSWERS = 5;

const SEASONS = 4;

/** Coded columns of a generated study (6 sites, 5 answers, some of them missing; 4 seasons) and a weight. */
function generate() {
  const generator = xoroshiro128plus(7);
  const site = Uint8Array.from({ length: RESPONDENTS }, () => uniformInt(generator, 1, SITES));
  const answer = Uint8Array.from({ length: RESPONDENTS }, () => uniformInt(generator, 0, ANSWERS));
  const season = Uint8Array.from({ length: RESPONDENTS }, () => uniformInt(generator, 1, SEASONS));
  const weight = Float64Array.from({ length: RESPONDENTS }, () => uniformInt(generator, 200, 3000) / 1000);
  return { site, answer, season, weight };
}

/**
 * One cross table of two coded variables of 1,000,000 respondents through the whole server path (HTTP, JSON, worker
 * thread and back), beside the same GROUP BY in SQLite over an ordinary two-column table, in the same run.
 */
export async function benchCounting(): Promise<void> {
  const { site, answer, season, weight } = generate();
  const home = temporaryStore();
  const server = await startServer(home.store);
  try {
    const lines = ['site,answer,season,w'];
    for (let k = 0; k < RESPONDENTS; k++)
      lines.push(`${site[k] ?? 0},${answer[k] === 0 ? '' : (answer[k] ?? '')},${season[k] ?? 0},${weight[k] ?? 0}`);
    const csv = lines.join('\n');
    writeFileSync(join(home.store, 'million.csv'), csv);
    const started = performance.now();
    const intake = await send<Intake>(server, 'million.csv', csv);
    const accepted = await call<{ study: string }>(server, 'POST', `/intakes/${intake.body.id}/accept`, {
      name: 'Million',
    });
    const seconds = (performance.now() - started) / 1000;
    const { study } = accepted.body;
    const { variables } = (await call<StudyView>(server, 'GET', `/studies/${study}`)).body;
    const idOf = (name: string) => variables.find((variable) => variable.name === name)?.id ?? 0;
    const sentence = { rows: idOf('answer'), by: idOf('site'), only: [] };
    const ask = (more: object = {}) =>
      call<Counts>(server, 'POST', `/studies/${study}/counts`, { ...sentence, ...more });

    const db = new Database(join(home.store, 'baseline.sqlite'));
    db.exec('CREATE TABLE respondent (answer INTEGER, site INTEGER, season INTEGER, w REAL)');
    const insert = db.prepare('INSERT INTO respondent VALUES (?, ?, ?, ?)');
    db.transaction(() => {
      for (let k = 0; k < RESPONDENTS; k++)
        insert.run(answer[k] === 0 ? null : answer[k], site[k], season[k], weight[k]);
    })();
    const groupBy = db.prepare('SELECT answer, site, count(*) AS n FROM respondent GROUP BY answer, site');

    // The two must tell the same before their times are compared.
    const first = (await ask()).body;
    const width = first.axes[1]?.slots.length ?? 0;
    for (const row of groupBy.all() as { answer: number | null; site: number; n: number }[]) {
      const at = (axis: number, code: string | null) =>
        first.axes[axis]?.slots.findIndex((slot) =>
          slot.is === 'code' ? slot.code === code : slot.is === 'blank' && code === null,
        ) ?? -1;
      const result =
        first.respondents[at(0, row.answer === null ? null : String(row.answer)) * width + at(1, String(row.site))];
      if (result !== row.n) throw new Error(`the counts differ: ${String(result)} and ${row.n}`);
    }

    await timed(5, () => ask());
    const ours = await timed(ROUNDS, () => ask());
    const theirs = await timed(5, () => groupBy.all());
    const others: [string, object, string][] = [
      [
        'weighted',
        { weight: idOf('w') },
        'SELECT answer, site, count(*), sum(w), sum(w * w) FROM respondent GROUP BY answer, site',
      ],
      [
        'within 4 seasons',
        { within: idOf('season') },
        'SELECT answer, site, season, count(*) FROM respondent GROUP BY answer, site, season',
      ],
    ];
    for (const [name, more, sql] of others) {
      await timed(3, () => ask(more));
      const mine = await timed(10, () => ask(more));
      const statement = db.prepare(sql);
      const base = await timed(3, () => statement.all());
      say(
        `the same ${name}`,
        `${mine.toFixed(1)} ms, ${(base / mine).toFixed(0)} times as fast as its GROUP BY (${base.toFixed(0)} ms)`,
      );
    }
    db.close();
    const ratio = theirs / ours;
    say(
      'intake of 1,000,000 x 4',
      `${seconds.toFixed(1)} s, ${Math.round(RESPONDENTS / seconds).toLocaleString('en')} rows a second`,
    );
    say(
      'cross table 6 x 6 (5 codes and blank by 6), HTTP to HTTP',
      `${ours.toFixed(2)} ms, ${((ours * 1e6) / RESPONDENTS).toFixed(2)} ns a respondent`,
    );
    say(
      'the same GROUP BY in SQLite',
      `${theirs.toFixed(1)} ms, ${((theirs * 1e6) / RESPONDENTS).toFixed(1)} ns a respondent`,
    );
    say('ratio (at least 50 is asked for)', `${ratio.toFixed(0)} times faster`);
    if (ratio < AT_LEAST) throw new Error(`only ${ratio.toFixed(1)} times faster than the baseline`);
  } finally {
    await server.stop();
    home.remove();
  }
}
