import { uniformInt } from 'pure-rand/distribution/uniformInt';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import type { WebDriver } from 'selenium-webdriver';
import { startBrowser } from '../e2e/browser.js';
import { call, send, startServer, temporaryStore } from '../e2e/server.js';
import type { Intake } from '../src/api/types.js';
import type { Variable } from '../src/core/codebook/types.js';
import type { CodedColumn } from '../src/core/count/column.js';
import { countPlan } from '../src/core/count/plan.js';
import { cellsOfTable } from '../src/core/reading/read.js';
import { blockTables } from '../src/core/table/block-tables.js';
import type { Sentence } from '../src/core/table/sentence.js';
import { median, say, timed } from './timing.js';

const SIZES = [10_000, 100_000, 1_000_000];
const QUESTIONS = 10;
const GROUPINGS = 5;
const CODES = 5;
const ROUNDS = 25;
/** Milliseconds from a change of the sentence to the table on the screen, at a million respondents. */
const MOST = { 'two-way': 100, banner: 300 };
type Kind = keyof typeof MOST;
const NAMED: Record<Kind, string> = {
  'two-way': 'a two-way table',
  banner: `a banner of ${QUESTIONS} by ${GROUPINGS}`,
};

const names = (letter: string, count: number) => Array.from({ length: count }, (_, k) => `${letter}${k + 1}`);
const ROWS = names('q', QUESTIONS);
const BY = names('g', GROUPINGS);
/** A list that begins further on. */
const turned = <T>(list: readonly T[], by: number) => list.map((_, k) => list[(k + by) % list.length]!);

/** A sentence for each round, none of which was asked before. */
const sentenceAt = (kind: Kind, round: number) =>
  kind === 'two-way'
    ? { rows: [ROWS[round % QUESTIONS]!], by: [BY[Math.floor(round / QUESTIONS) % GROUPINGS]!] }
    : { rows: turned(ROWS, round % QUESTIONS), by: turned(BY, Math.floor(round / QUESTIONS)) };

const generate = (respondents: number): Map<string, Uint8Array> => {
  const random = xoroshiro128plus(29);
  const column = () => Uint8Array.from({ length: respondents }, () => uniformInt(random, 1, CODES));
  return new Map([...ROWS, ...BY].map((name) => [name, column()]));
};

/** Two columns of many codes each, which are no numbers. */
function generateLarge(respondents: number): Map<string, string[]> {
  const random = xoroshiro128plus(31);
  const column = (codes: number) => Array.from({ length: respondents }, () => `k${uniformInt(random, 1, codes)}`);
  return new Map([
    ['down', column(LARGE.rows)],
    ['across', column(LARGE.columns)],
  ]);
}

/**
 * What is run in the page: it asks for a sentence as the address does, waits until the table of it stands, and tells
 * after how many milliseconds it is painted, how many of them the counts took, and how many passed since they arrived.
 */
const ASK = `
  const [query, title, done] = arguments;
  const started = performance.now();
  const isThere = () => document.querySelector('main caption, caption')?.textContent === title;
  // A task that is set in a frame comes after the frame was laid out and painted.
  const painted = () => requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => {
      const taken = performance.now() - started;
      const foot = document.body.textContent.match(/counted in (\\d+) ms/);
      // What follows the table, its reading and its pictures, is not to be in the way of the next one.
      const answers = performance.getEntriesByType('resource').filter(({ name }) => name.endsWith('/counts'));
      const since = started + taken - (answers.at(-1)?.responseEnd ?? NaN);
      setTimeout(() => requestIdleCallback(() => done([taken, Number(foot?.[1] ?? NaN), since])), 250);
    };
    port2.postMessage(null);
  });
  const observer = new MutationObserver(() => {
    if (!isThere()) return;
    observer.disconnect();
    painted();
  });
  observer.observe(document.body, { childList: true, subtree: true, characterData: true });
  history.pushState(null, '', location.pathname + query);
  dispatchEvent(new PopStateEvent('popstate'));
`;

/** A table of 500 rows by 60 columns, and how long a frame of it may take. */
const LARGE = { rows: 500, columns: 60, frame: 50, first: 100 };

/**
 * Run in the page: the longest frame while a table is scrolled from its head to its end and back, in each frame as far
 * as a notch of a wheel goes.
 */
const SCROLL = `
  const done = arguments[0];
  const region = document.querySelector('[role=region][aria-label^="Table"]');
  const frames = [];
  let [last, step] = [performance.now(), 120];
  const next = (now) => {
    frames.push(now - last);
    last = now;
    region.scrollTop += step;
    const isAtEnd = region.scrollTop + region.clientHeight >= region.scrollHeight - 1;
    if (isAtEnd && step > 0) step = -step;
    if (region.scrollTop > 0) requestAnimationFrame(next);
    else done([frames.length, Math.max(...frames.slice(1)), region.scrollHeight]);
  };
  requestAnimationFrame((now) => {
    last = now;
    region.scrollTop = 1;
    requestAnimationFrame(next);
  });
`;

/**
 * Run in the page: a plain table of as many lines and columns as it is given, with two figures in each cell, and after
 * how many milliseconds it is painted. What any page needs for it, on this machine.
 */
const PLAIN = `
  const [rows, columns, done] = arguments;
  const started = performance.now();
  const cell = '<td><b>12.3</b><br><small>34</small></td>';
  const box = document.createElement('div');
  box.innerHTML = '<table>' + ('<tr><th>k1</th>' + cell.repeat(columns) + '</tr>').repeat(rows) + '</table>';
  document.body.replaceChildren(box);
  requestAnimationFrame(() => {
    const { port1, port2 } = new MessageChannel();
    port1.onmessage = () => done(performance.now() - started);
    port2.postMessage(null);
  });
`;

const and = (list: readonly string[]) =>
  list.length === 1 ? list[0]! : `${list.slice(0, -1).join(', ')} and ${list.at(-1)!}`;

/** What `ASK` tells, in milliseconds. */
type Told = [total: number, counted: number, sinceCounts: number];

async function asked(driver: WebDriver, kind: Kind, round: number): Promise<Told> {
  const { rows, by } = sentenceAt(kind, round);
  const query = `?${[...rows.map((name) => `rows=${name}`), ...by.map((name) => `by=${name}`)].join('&')}`;
  return driver.executeAsyncScript(ASK, query, `${and(rows)} by ${and(by)}`);
}

/** The same sentence in this process, stage by stage: counting, tables, statistics. */
async function stages(kind: Kind, columns: Map<string, Uint8Array>, respondents: number) {
  const codes = Array.from({ length: CODES }, (_, k) => String(k + 1));
  const coded = (name: string): CodedColumn => ({ kind: 'coded', values: columns.get(name)!, codes });
  const all = [...ROWS, ...BY];
  const variables = all.map((name, k): Variable => ({
    id: k + 1,
    name,
    label: '',
    question: '',
    level: 'unordered',
    codes: codes.map((code) => ({ code, label: code, missing: null })),
  }));
  const idOf = (name: string) => all.indexOf(name) + 1;
  const { rows, by } = sentenceAt(kind, 0);
  const sentence: Sentence = {
    rows: rows.map((name) => ({ variable: idOf(name) })),
    by: by.map((name) => [idOf(name)]),
    within: null,
    only: [],
    weight: null,
  };
  const count = () =>
    countPlan({
      rows: rows.map((name) => ({ column: coded(name), slots: null })),
      nests: by.map((name) => [coded(name)]),
      within: null,
      respondents,
      mask: null,
      filtered: [],
      weight: null,
    });
  const counts = count();
  const tables = blockTables(sentence, counts, variables);
  return {
    count: await timed(ROUNDS, count),
    tabulate: await timed(ROUNDS, () => blockTables(sentence, counts, variables)),
    assess: await timed(ROUNDS, () => tables.forEach(({ table }) => cellsOfTable(table, 0.95))),
  };
}

const share = (part: number, whole: number) => `${Math.round((100 * Math.max(0, part)) / whole)}%`;

/** A study of such columns, served to a browser while something is measured on it. */
async function onStudy(
  columns: ReadonlyMap<string, ArrayLike<number | string>>,
  respondents: number,
  measure: (driver: WebDriver, address: string) => Promise<void>,
): Promise<void> {
  const home = temporaryStore();
  const server = await startServer(home.store, 'serve', 0, false);
  const driver = await startBrowser();
  try {
    const lines = [[...columns.keys()].join(',')];
    const values = [...columns.values()];
    for (let k = 0; k < respondents; k++) lines.push(values.map((column) => column[k]).join(','));
    const intake = await send<Intake>(server, 'bench.csv', lines.join('\n'));
    const { body } = await call<{ study: string }>(server, 'POST', `/intakes/${intake.body.id}/accept`, {
      name: 'Bench',
    });
    await measure(driver, `${server.address}/studies/${body.study}/tables`);
  } finally {
    await driver.quit();
    await server.stop();
    home.remove();
  }
}

const rest = (driver: WebDriver) => driver.executeAsyncScript(`setTimeout(arguments[0], 1500)`);

/** One size of study, both kinds of table; what is later than it may be. */
async function atSize(respondents: number): Promise<string[]> {
  const columns = generate(respondents);
  const late: string[] = [];
  await onStudy(columns, respondents, async (driver, address) => {
    for (const kind of ['two-way', 'banner'] as const) {
      await driver.get(`${address}?rows=g1&by=g2`);
      await rest(driver);
      const taken: Told[] = [];
      for (let round = 0; round < ROUNDS; round++) taken.push(await asked(driver, kind, round));
      // The first ones load what comes after.
      const totals = taken.slice(3).map(([total]) => total);
      const counted = median(taken.slice(3).map(([, own]) => own));
      const whole = median(totals);
      const slow = [...totals].sort((a, b) => a - b)[Math.ceil(0.95 * totals.length) - 1] ?? NaN;
      const { count, tabulate, assess } = await stages(kind, columns, respondents);
      const paint = whole - counted - tabulate - assess;
      say(
        `${NAMED[kind]}, ${respondents.toLocaleString('en')}`,
        `${whole.toFixed(0)} ms (95% within ${slow.toFixed(0)}): count ${share(count, whole)}, send ` +
          `${share(counted - count, whole)}, tabulate ${share(tabulate, whole)}, assess ${share(assess, whole)}, ` +
          `paint ${share(paint, whole)}`,
      );
      if (respondents === SIZES.at(-1) && whole > MOST[kind])
        late.push(`${kind} takes ${whole.toFixed(0)} ms, ${MOST[kind]} is asked for`);
    }
  });
  return late;
}

/** A table of many lines: from its counts to its first lines painted, and the longest frame while it is scrolled. */
async function large(): Promise<string[]> {
  const late: string[] = [];
  const respondents = 100_000;
  await onStudy(generateLarge(respondents), respondents, async (driver, address) => {
    const firsts: number[] = [];
    const frames: number[] = [];
    for (let round = 0; round < 5; round++) {
      await driver.get(`${address}?rows=across`);
      await rest(driver);
      const [, , since]: Told = await driver.executeAsyncScript(ASK, '?rows=down&by=across', 'down by across');
      firsts.push(since);
      const [, longest]: [number, number] = await driver.executeAsyncScript(SCROLL);
      frames.push(Math.round(longest));
    }
    await driver.get('about:blank');
    const plain: number = await driver.executeAsyncScript(PLAIN, LARGE.rows, LARGE.columns);
    const [first, frame] = [median(firsts), median(frames)];
    say(
      `${LARGE.rows} rows by ${LARGE.columns} columns`,
      `${first.toFixed(0)} ms from the counts to the first lines (${share(first, plain)} of a plain page with all ` +
        `of them, which takes ${plain.toFixed(0)} ms), longest frame while scrolling ${frame.toFixed(0)} ms`,
    );
    if (!(first <= LARGE.first)) late.push(`the first lines take ${first.toFixed(0)} ms, ${LARGE.first} is asked for`);
    if (!(frame <= LARGE.frame)) late.push(`a frame takes ${frame.toFixed(0)} ms, ${LARGE.frame} is asked for`);
  });
  return late;
}

/** From a change of the sentence to the table painted in a browser, with what each stage takes of it. */
export async function benchTable(): Promise<void> {
  const late: string[] = [];
  for (const respondents of SIZES) late.push(...(await atSize(respondents)));
  late.push(...(await large()));
  if (late.length > 0) throw new Error(late.join('; '));
}
