import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Papa from 'papaparse';
import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, named, says } from './browser.js';
import { call, ROOT } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TABLES = `${DEMO}/tables`;

/** Satisfaction, 1 (very satisfied) to 5, by site, as the demo's file has them. */
const answers = Papa.parse<Record<string, string>>(readFileSync(join(ROOT, 'demo', 'fernhill.csv'), 'utf8'), {
  header: true,
  skipEmptyLines: true,
}).data.map(({ satisfaction = '', site = '' }) => ({ satisfaction, site }));
const scored = (site: string | null) =>
  answers.filter((one) => /^[1-5]$/.test(one.satisfaction) && (site === null || one.site === site));
const percent = (part: number, whole: number) => ((100 * part) / whole).toFixed(1);

function figuresOf(site: string | null) {
  const scores = scored(site).map(({ satisfaction }) => Number(satisfaction));
  const among = (codes: readonly number[]) => scores.filter((score) => codes.includes(score)).length;
  const mean = scores.reduce((sum, score) => sum + score, 0) / scores.length;
  const [top, bottom] = [among([1, 2]), among([4, 5])].map((count) => (100 * count) / scores.length) as [
    number,
    number,
  ];
  return { mean, top, bottom, n: scores.length };
}

const SITES = [null, '1', '2', '3', '4', '5', '6'];
const line = async (label: string) => {
  const cells = await session.driver.findElements(By.xpath(`//tr[th[starts-with(normalize-space(), '${label}')]]/td`));
  return Promise.all(cells.map((cell) => cell.getText()));
};

describe('a scale in the rows', () => {
  it('has its top, its bottom and its mean under it, once they are chosen', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, 'tfoot', 'Base');
    await (await named(session.driver, 'Figures…')).click();
    for (const choice of ['+ top two', '+ bottom two', '+ top less bottom', '+ mean score'])
      await (await named(session.driver, choice)).click();
    await says(session.driver, 'tfoot', 'Top two: Very satisfied, Fairly satisfied');
    const all = SITES.map(figuresOf);
    expect(await line('Top two:')).toEqual(all.map(({ top }) => top.toFixed(1)));
    expect(await line('Bottom two:')).toEqual(all.map(({ bottom }) => bottom.toFixed(1)));
    const points = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(1)}`;
    expect(await line('Top two less')).toEqual(all.map(({ top, bottom }) => points(top - bottom)));
    expect(await line('Mean score')).toEqual(all.map(({ mean }) => mean.toFixed(2)));
    expect(await session.driver.getCurrentUrl()).toContain('top-two');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await session.sound();
  });

  it('answers with them over HTTP, and has them in a file', async () => {
    interface Scaled {
      scale: Record<string, { label: string; all: number; columns: number[] }>;
    }
    const { body } = await call<Scaled>(session.server, 'POST', `${DEMO}/table`, { rows: 'satisfaction', by: 'site' });
    const north = figuresOf('1');
    expect(body.scale['scale-mean']?.all).toBeCloseTo(figuresOf(null).mean, 10);
    expect(body.scale['scale-mean']?.columns[0]).toBeCloseTo(north.mean, 10);
    expect(body.scale['top-two']?.columns[0]).toBeCloseTo(north.top, 10);
    const { body: study } = await call<{ variables: { id: number; name: string }[] }>(session.server, 'GET', DEMO);
    const id = (name: string) => study.variables.find((variable) => variable.name === name)!.id;
    const sentence = JSON.stringify({ rows: id('satisfaction'), by: id('site'), only: [] });
    const query = new URLSearchParams({ sentence, figures: 'column-percent,scale-mean' });
    const { body: csv } = await call<string>(session.server, 'GET', `${DEMO}/table.csv?${query.toString()}`);
    const mean = csv.split('\r\n').find((text) => text.startsWith('"Mean score'));
    expect(mean).toContain(`,${Number(north.mean.toFixed(4))}`);
  });

  it('alone has percentages of all, with those who gave no answer, each kind by itself', async () => {
    await session.open(`${TABLES}?rows=satisfaction&figures=count,column-percent,all-percent`);
    await says(session.driver, 'tfoot', 'Refused');
    const satisfied = answers.filter(({ satisfaction }) => satisfaction === '1').length;
    const cells = await line('Very satisfied');
    expect(cells.slice(1, 3)).toEqual([percent(satisfied, scored(null).length), percent(satisfied, answers.length)]);
    const refused = answers.filter(({ satisfaction }) => satisfaction === '9').length;
    const blank = answers.filter(({ satisfaction }) => satisfaction === '').length;
    expect((await line('Refused')).slice(0, 3)).toEqual([String(refused), '', percent(refused, answers.length)]);
    expect((await line('Blank')).slice(0, 3)).toEqual([String(blank), '', percent(blank, answers.length)]);
    await session.sound();
  });
});

describe('a number across', () => {
  it('says how many columns that makes, and what to do; a variable by itself is not tested', async () => {
    await session.open(`${TABLES}?rows=age&by=age`);
    await says(session.driver, '[role=note]', 'each of the 77 values of Age');
    await says(session.driver, '[data-answer=association]', 'This is Age by itself');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await (await named(session.driver, 'Cut Age into bands')).click();
    await says(session.driver, 'h1, h2, main', 'Age');
    await session.sound();
  });
});

describe('the order of rows', () => {
  const headings = async () => {
    const cells = await session.driver.findElements(By.css('tbody th[scope=row]'));
    return Promise.all(cells.map((cell) => cell.getText()));
  };
  /** Categories by their share at a site, the largest first. */
  const atSite = (site: string) => {
    const share = (code: string) => scored(site).filter(({ satisfaction }) => satisfaction === code).length;
    return ['1', '2', '3', '4', '5'].sort((a, b) => share(b) - share(a));
  };

  it('is that of a column which is chosen, from its heading or from the list, and stands in the address', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, 'tbody', 'Very satisfied');
    const listed = await headings();
    const label = (code: string) => listed[Number(code) - 1];
    await (await named(session.driver, 'Quarry Side')).click();
    await (await named(session.driver, 'Sort rows by it')).click();
    expect(await headings()).toEqual(atSite('3').map(label));
    expect(await session.driver.getCurrentUrl()).toContain('sort=3');
    await session.driver.navigate().refresh();
    await says(session.driver, 'tbody', 'Very satisfied');
    expect(await headings()).toEqual(atSite('3').map(label));
    const select = await session.driver.findElement(By.xpath("//label[contains(., 'Rows')]/select"));
    await select.sendKeys('Weir End');
    expect(await headings()).toEqual(atSite('6').map(label));
    await select.sendKeys('as listed');
    expect(await headings()).toEqual(listed);
    await session.sound();
  });

  it('leaves out what is empty where that is asked for', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site&show=full`);
    await says(session.driver, 'tbody', 'Very satisfied');
    const { body } = await call<{ rows: unknown[] }>(session.server, 'POST', `${DEMO}/table`, {
      rows: 'satisfaction',
      by: 'site',
      full: true,
      sort: '3',
    });
    expect(body.rows).toHaveLength(5);
    const box = await session.driver.findElement(By.xpath("//label[contains(., 'hide empty')]/input"));
    expect(await box.isSelected()).toBe(true);
  });
});
