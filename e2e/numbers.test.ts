import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, find, named, says } from './browser.js';
import { call, ROOT } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const API = '/studies/fernhill-allotments';
/** "Refused", which is no age. */
const REFUSED = '999';

/** What is asked of a table here. */
interface WholeTable {
  all: Record<string, (number | null)[]>;
  within: { table: { figures: Record<string, (number | null)[][]> } }[] | null;
}

/** What comes of numbers in groups. */
interface Assessed {
  tests: Record<string, { statistic?: number; p: number }>;
  measures: Record<string, { value: number }>;
  means: { pairs: unknown[] };
}

/** The demo's respondents, as its file has them. */
function respondents(): Record<string, string>[] {
  const text = readFileSync(join(ROOT, 'demo', 'fernhill.csv'), 'utf8');
  return Papa.parse<Record<string, string>>(text, { header: true, skipEmptyLines: true }).data;
}

/** Numbers described from the file alone: what is shown must be the same. */
function described(values: readonly number[]) {
  const n = values.length;
  const sorted = [...values].sort((a, b) => a - b);
  const mean = values.reduce((sum, value) => sum + value, 0) / n;
  const sd = Math.sqrt(values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (n - 1));
  const quantile = (q: number) => {
    const h = (n - 1) * q;
    const [low, high] = [sorted[Math.floor(h)]!, sorted[Math.ceil(h)]!];
    return low + (h % 1) * (high - low);
  };
  return { n, mean, sd, median: quantile(0.5), lower: quantile(0.25), upper: quantile(0.75), least: sorted[0]! };
}

/** Welch's F of groups (1951), from the file alone. */
function welchOf(groups: readonly (readonly number[])[]): number {
  const all = groups.map((values) => ({ ...described(values), weight: values.length / described(values).sd ** 2 }));
  const [k, whole] = [groups.length, all.reduce((sum, { weight }) => sum + weight, 0)];
  const centre = all.reduce((sum, { weight, mean }) => sum + weight * mean, 0) / whole;
  const between = all.reduce((sum, { weight, mean }) => sum + weight * (mean - centre) ** 2, 0) / (k - 1);
  const loss = all.reduce((sum, { weight, n }) => sum + (1 - weight / whole) ** 2 / (n - 1), 0);
  return between / (1 + (2 * (k - 2) * loss) / (k ** 2 - 1));
}

const SITES = ['1', '2', '3', '4', '5', '6'];

const hasAge = ({ age }: Record<string, string>) => age !== '' && age !== REFUSED;
const agesAt = (site: string | null) =>
  respondents()
    .filter((person) => hasAge(person) && (site === null || person['site'] === site))
    .map(({ age }) => Number(age));

describe('a number in the rows', () => {
  it('opens described by group, with the figures that its file gives', async () => {
    await session.open(`${DEMO}/tables?rows=age&by=site`);
    await says(session.driver, 'tbody', 'Mean');
    const line = async (name: string) => {
      const cells = await session.driver.findElements(By.xpath(`//tbody/tr[th[normalize-space()='${name}']]/td`));
      return Promise.all(cells.map((cell) => cell.getText()));
    };
    const groups = [null, ...SITES].map((site) => described(agesAt(site)));
    expect(await line('Mean')).toEqual(groups.map(({ mean }) => mean.toFixed(1)));
    expect(await line('Standard deviation')).toEqual(groups.map(({ sd }) => sd.toFixed(1)));
    expect(await line('Median')).toEqual(groups.map(({ median }) => median.toFixed(0)));
    await says(session.driver, 'tfoot', `Base ${groups.map(({ n }) => n.toLocaleString('en')).join(' ')}`);
    await says(session.driver, '[data-testid=base]', '32 Refused');
    await says(session.driver, '[data-answer=association]', `F(5, `);
    await says(session.driver, '[data-answer=association]', `= ${welchOf(SITES.map(agesAt)).toFixed(2)}, p = `);
    await says(session.driver, '[data-answer=association]', 'H(5)');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await session.sound();
  });

  it('lists its values only where that is asked for', async () => {
    await (await named(session.driver, 'each value a row')).click();
    await says(session.driver, 'tbody', '92');
    expect((await session.driver.findElements(By.css('tbody tr'))).length).toBeGreaterThan(60);
    expect(await session.driver.getCurrentUrl()).toContain('as=values');
    await (await named(session.driver, 'described in figures')).click();
    await says(session.driver, 'tbody', 'Median');
  });

  it('stands alone with its limits and quartiles, and leads to bands', async () => {
    await session.open(`${DEMO}/tables?rows=age`);
    const { lower, upper, mean, least } = described(agesAt(null));
    await says(session.driver, 'tbody', `Quartiles ${lower}–${upper}`);
    await says(session.driver, 'tbody', `Mean ${mean.toFixed(1)}`);
    await says(session.driver, 'tbody', `Minimum ${least}`);
    await (await named(session.driver, 'Cut it into bands')).click();
    await find(session.driver, '[aria-label="Histogram, with the edges of the bands"]');
  });

  it('that has too many values for a list is described all the same', async () => {
    await session.open(`${DEMO}/tables?rows=id&by=crops`);
    await says(session.driver, 'tbody', '11,205.0');
    await says(session.driver, '[data-answer=association]', 'Respondents can be in several columns');
    await session.sound();
  });
});

async function idOf(name: string): Promise<number> {
  const { body } = await call<{ variables: { id: number; name: string }[] }>(session.server, 'GET', API);
  return body.variables.find((variable) => variable.name === name)!.id;
}

describe('a number in the rows, asked for by others', () => {
  it('is the same over HTTP, within a variable and with a weight', async () => {
    const { body } = await call<WholeTable>(session.server, 'POST', `${API}/table`, {
      sentence: 'Age by Site, within Season of interview, weighted by Survey weight',
    });
    const spring = body.within?.[0]?.table;
    const people = respondents().filter((person) => hasAge(person) && person['season'] === '1' && person['w'] !== '');
    const at = people.filter(({ site }) => site === '2');
    const weight = at.reduce((sum, { w }) => sum + Number(w), 0);
    const mean = at.reduce((sum, { w, age }) => sum + Number(w) * Number(age), 0) / weight;
    const squares = at.reduce((sum, { w, age }) => sum + (Number(w) * (Number(age) - mean)) ** 2, 0);
    expect(spring?.figures['mean']?.[0]?.[1]).toBeCloseTo(mean, 9);
    const error = Math.sqrt(((at.length / (at.length - 1)) * squares) / weight ** 2);
    expect(spring?.figures['standard-error']?.[0]?.[1]).toBeCloseTo(error, 9);
  });

  it('is tested over HTTP as it is on screen, and as its numbers are when they are sent', async () => {
    const { body } = await call<Assessed>(session.server, 'POST', `${API}/table`, { rows: 'age', by: 'site' });
    expect(body.tests['welch-anova']?.statistic).toBeCloseTo(welchOf(SITES.map(agesAt)), 9);
    expect(Object.keys(body.measures)).toEqual(['eta-squared', 'omega-squared', 'epsilon-squared']);
    const numbers = { groups: SITES.map(agesAt) };
    const sent = await call<Assessed>(session.server, 'POST', '/assess', { numbers });
    for (const [id, { statistic, p }] of Object.entries(sent.body.tests)) {
      expect(body.tests[id]?.statistic, id).toBeCloseTo(statistic!, 8);
      expect(body.tests[id]?.p, id).toBeCloseTo(p, 8);
    }
    expect(sent.body.means.pairs).toHaveLength(15);
  });

  it('has its figures of all groups together too', async () => {
    const { body } = await call<WholeTable>(session.server, 'POST', `${API}/table`, { rows: 'age', by: 'site' });
    const { mean, median, n } = described(agesAt(null));
    expect(body.all['mean']).toEqual([expect.closeTo(mean, 9)]);
    expect([body.all['median'], body.all['n']]).toEqual([[median], [n]]);
  });

  it('is in a file with the figures that are named', async () => {
    const sentence = { rows: await idOf('age'), by: await idOf('season'), only: [] };
    const query = new URLSearchParams({ sentence: JSON.stringify(sentence), figures: 'mean,quartiles' });
    const { body } = await call<string>(session.server, 'GET', `${API}/table.csv?${query.toString()}`);
    const [, heading, line] = body.split('\r\n');
    expect(heading).toBe(
      'Age,Spring: n,Autumn: n,All: n,Spring: mean,Autumn: mean,All: mean,' +
        'Spring: lower quartile,Autumn: lower quartile,All: lower quartile,' +
        'Spring: upper quartile,Autumn: upper quartile,All: upper quartile',
    );
    const { n, mean, lower, upper } = described(agesAt(null));
    const cells = line!.split(',');
    expect([cells[3], cells[9], cells[12]].map(Number)).toEqual([n, lower, upper]);
    expect(Number(cells[6])).toBeCloseTo(mean, 3);
  });
});
