import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { find, named, says, type } from './browser.js';
import { call, ROOT } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TABLES = `${DEMO}/tables`;

interface Spread {
  of: 'densities' | 'pairs';
  n: number;
  grid: number[];
  groups: { label: string; n: number; median: number; heights: number[] }[];
  points: [number, number, number][] | null;
  r: { value: number; lower: number; upper: number; p: number };
  line: { slope: number; intercept: number };
  reading: { id: string; sentence: string | null }[];
}

const ask = async (body: object) => call<Spread>(session.server, 'POST', `${DEMO}/spread`, body);

/** Respondents with an age and years, as the file has them; 999 is a refusal. */
const pairs = Papa.parse<Record<string, string>>(readFileSync(join(ROOT, 'demo', 'fernhill.csv'), 'utf8'), {
  header: true,
  skipEmptyLines: true,
}).data.flatMap(({ age = '', years = '', site = '' }) =>
  age === '' || age === '999' || years === '' ? [] : [{ x: Number(age), y: Number(years), site }],
);

/** r and the line by least squares, from the file alone. */
function lineOf(of: readonly { x: number; y: number }[]) {
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
  const [mx, my] = [mean(of.map(({ x }) => x)), mean(of.map(({ y }) => y))];
  const sum = (term: (x: number, y: number) => number) => of.reduce((so, { x, y }) => so + term(x - mx, y - my), 0);
  const [xx, yy, xy] = [sum((x) => x * x), sum((_, y) => y * y), sum((x, y) => x * y)];
  return { r: xy / Math.sqrt(xx * yy), slope: xy / xx, intercept: my - (xy / xx) * mx };
}

describe('two numbers', () => {
  it('are drawn with each respondent, r and the line, as the file gives them', async () => {
    const { body } = await ask({ sentence: 'Years on the plot by Age' });
    const { r, slope, intercept } = lineOf(pairs);
    expect(body.n).toBe(pairs.length);
    expect(body.r.value).toBeCloseTo(r, 9);
    expect(body.line.slope).toBeCloseTo(slope, 9);
    expect(body.line.intercept).toBeCloseTo(intercept, 9);
    await session.open(`${TABLES}?rows=years&by=age`);
    const text = `${pairs.length.toLocaleString('en')} respondents, r = ${r.toFixed(2).replace('0.', '.')} (`;
    await says(session.driver, 'figure svg', text);
    expect(await session.driver.findElements(By.css('figure svg circle'))).toHaveLength(body.points!.length);
    await says(session.driver, '[data-answer=association]', `r = ${r.toFixed(2).replace('0.', '.')}, p < .001`);
    await says(session.driver, '[data-answer=strength]', `is higher by ${slope.toFixed(2)} on average`);
    expect(body.reading.find(({ id }) => id === 'say')?.sentence).toContain('Years on the plot rises with Age');
    // How it comes about, down to r and the p of it.
    await (await find(session.driver, '[data-answer=association] summary[aria-label^="Show the sum"]')).click();
    await says(session.driver, '[data-answer=association]', `with ${(pairs.length - 2).toLocaleString('en')} degrees`);
    await (await named(session.driver, 'All measures, and what they mean')).click();
    const sum = '[data-answer=strength] summary[aria-label="Show the sum of Pearson\'s r"]';
    await (await find(session.driver, sum)).click();
    await says(session.driver, '[data-answer=strength]', `= ${r.toFixed(4)}`);
    await session.sound();
  });

  it('are read over HTTP in the words of the study', async () => {
    const words = [
      { least: 0, word: 'faint' },
      { least: 0.9, word: 'plain' },
    ];
    await call(session.server, 'PATCH', DEMO, { sizeWords: words });
    const { body } = await ask({ sentence: 'Years on the plot by Age' });
    await call(session.server, 'PATCH', DEMO, { sizeWords: null });
    expect(body.reading.find(({ id }) => id === 'say')?.sentence).toContain('a faint association');
  });

  it('are read in the binder and in files as on the screen, and stay so where they are frozen', async () => {
    const { driver, server } = session;
    await session.open(`${TABLES}?rows=years&by=age`);
    await (await named(driver, 'Pin this reading')).click();
    await named(driver, 'Unpin Years on the plot by Age');
    await (await named(driver, 'Put this reading in the binder')).click();
    await says(driver, '[role=status]', 'Kept in the binder');
    const { body: study } = await call<{ tables: { id: number }[]; variables: { id: number; name: string }[] }>(
      server,
      'GET',
      DEMO,
    );
    const { id } = study.tables.at(-1)!;
    const { r } = lineOf(pairs);
    const said = `Years on the plot rises with Age`;
    const inBinder = async () => {
      await driver.get(`${server.address}${DEMO}/binder`);
      await (await find(driver, `nav[aria-label=Contents] a[href="#table-${id}"]`)).click();
      await says(driver, '[aria-label="Reading of Years on the plot by Age"]', said);
      await says(driver, '[aria-label="Reading of Years on the plot by Age"]', `Pearson's r ${r.toFixed(2).slice(1)}`);
    };
    await inBinder();
    const readings = async () => {
      type Told = {
        tables: { readings: { sentence: string }[]; blocks: { reading: { id: string; sentence: string }[] }[] }[];
      };
      const { body } = await call<Told>(server, 'GET', `${DEMO}/binder/file?as=json&tables=${id}`);
      const [table] = body.tables;
      return [table!.readings[0]!.sentence, table!.blocks[0]!.reading.find((own) => own.id === 'say')!.sentence];
    };
    const [kept, block] = await readings();
    expect(kept).toContain(said);
    expect(block).toBe(kept);
    const whole = await call<{ reading: { id: string; sentence: string }[] }>(server, 'POST', `${DEMO}/table`, {
      sentence: 'Years on the plot by Age',
    });
    expect(whole.body.reading.find((own) => own.id === 'say')?.sentence).toBe(kept);

    await call(server, 'POST', `${DEMO}/freeze`, { tables: [id] });
    const age = study.variables.find(({ name }) => name === 'age')!.id;
    await call(server, 'PATCH', `${DEMO}/variables/${age}`, { label: 'Years of life' });
    expect(await readings()).toEqual([kept, kept]);
    await inBinder();
    await call(server, 'POST', `${DEMO}/ledger/undo`, {});
  });

  it('are drawn though one has too many different numbers for a table, which is said with the way to one', async () => {
    await session.open(`${TABLES}?rows=years`);
    await says(session.driver, '[data-testid=base]', 'Base');
    await type(session.driver, 'c');
    await type(session.driver, 'Plot holder number');
    const option = await find(session.driver, '[role=option]');
    await option.click();
    await says(session.driver, 'figure svg', 'respondents, r =');
    await says(session.driver, '[role=note]', 'Plot holder number has too many different numbers');
    await says(session.driver, '[role=note] a', 'Cut Plot holder number into bands');
    // It is kept as any table is, and stands in a file with what is said of it.
    await (await named(session.driver, 'Put this reading in the binder')).click();
    await says(session.driver, '[role=status]', 'Kept in the binder');
    const { id } = (await call<{ tables: { id: number }[] }>(session.server, 'GET', DEMO)).body.tables.at(-1)!;
    const file = await call<string>(session.server, 'GET', `${DEMO}/binder/file?as=markdown&tables=${id}`);
    expect(file.body).toContain('Years on the plot by Plot holder number');
    expect(file.body).toMatch(/No straight-line association|association \(r/);
    await session.sound();
  });

  it('that are not both numbers are refused with the way out', async () => {
    const refused = async (body: object) => {
      const { status, body: problem } = await ask(body);
      expect(status).toBe(400);
      return JSON.stringify(problem);
    };
    expect(await refused({ rows: 'site', by: 'age' })).toContain('Put a number into the rows.');
    expect(await refused({ rows: 'age', by: 'site', of: 'pairs' })).toContain('Pairs are of two numbers.');
    expect(await refused({ rows: 'age', by: 'age', of: 'pairs' })).toContain('Pairs are of two numbers.');
    expect(await refused({ rows: 'age', by: 'years', of: 'densities' })).toContain('groups, which is no picture');
    expect(await refused({ rows: 'age', by: ['site', 'season'] })).toContain('one after the other');
  });
});

describe('a number by groups', () => {
  it('is drawn as a hill for each group, chosen from the small pictures', async () => {
    await session.open(`${TABLES}?rows=years&by=site`);
    await (await find(session.driver, '[role=radio][aria-label=densities]')).click();
    await session.driver.wait(
      async () =>
        (await session.driver.findElements(By.css('figure > span svg path[fill=none], figure svg path[fill=none]')))
          .length >= 6,
      5000,
    );
    await says(session.driver, 'figure svg', 'median');
    expect(await session.driver.getCurrentUrl()).toContain('picture-densities');
    await session.sound();
  });

  it('has medians as the file gives them, within a filter', async () => {
    const { body } = await ask({ sentence: 'Age by Site, only where Years on the plot 10 and over' });
    const sites = ['1', '2', '3', '4', '5', '6'];
    body.groups.forEach(({ n, median, heights }, k) => {
      const ages = pairs
        .filter(({ y, site }) => y >= 10 && site === sites[k])
        .map(({ x }) => x)
        .sort((a, b) => a - b);
      const middle = (ages.length - 1) / 2;
      expect(n).toBe(ages.length);
      expect(median).toBe((ages[Math.floor(middle)]! + ages[Math.ceil(middle)]!) / 2);
      const step = body.grid[1]! - body.grid[0]!;
      expect(heights.reduce((sum, height) => sum + height * step, 0)).toBeCloseTo(1, 1);
    });
  });
});
