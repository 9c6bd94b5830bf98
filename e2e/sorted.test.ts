import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { find, says } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TABLES = `${DEMO}/tables`;

interface Answer {
  rows: { code: string; label: string }[];
  columns: { code: string; label: string }[];
  figures: Record<string, (number | null)[][]>;
  asked: { is: string; label: string; all: Record<string, number>; columns: Record<string, number[]> }[];
  reading: { id: string; sentences: string[] }[];
  blocks: Answer[];
}

const ask = async (body: object): Promise<Answer> => {
  const { status, body: answer } = await call<Answer>(session.server, 'POST', `${DEMO}/table`, body);
  expect(status, JSON.stringify(answer)).toBe(200);
  return answer;
};

/** What the lines of the table are called, from the top. */
const lines = async () => {
  const headings = await session.driver.findElements(By.css('tbody th[scope=row]'));
  return Promise.all(headings.map((heading) => heading.getText()));
};
const chosen = async (name: string, option: string) => {
  const select = await find(session.driver, `select[aria-label="${name}"]`);
  await select.findElement(By.xpath(`.//option[normalize-space()='${option}']`)).click();
};
/** Lines by a figure of a column, as the API has it. */
const byFigure = ({ rows, figures }: Answer, id: string, column: number) =>
  rows
    .map(({ label }, row) => [label, figures[id]![row]![column]!] as const)
    .sort((a, b) => b[1] - a[1])
    .map(([label]) => label);

describe('rows', () => {
  it('are sorted by any figure of any column, of any grouping, either way', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site&by=season`);
    await says(session.driver, '[data-testid=base]', 'Base');
    const rows = await find(session.driver, 'p label select');
    await rows.findElement(By.xpath(".//optgroup[contains(@label,'Season')]/option[.='Autumn']")).click();
    await chosen('Sorted by which figure', 'adjusted residual');
    const { blocks } = await ask({ rows: ['satisfaction'], by: ['site', 'season'] });
    const autumn = blocks[1]!;
    const at = autumn.columns.findIndex(({ label }) => label === 'Autumn');
    const wanted = byFigure(autumn, 'adjusted-residual', at);
    await session.driver.wait(async () => JSON.stringify(await lines()) === JSON.stringify(wanted), 5000);
    expect(wanted).not.toEqual(byFigure(autumn, 'column-percent', at));
    await says(session.driver, 'thead [aria-sort=descending]', 'Autumn');
    await chosen('Which rows stand first', 'smallest first');
    await session.driver.wait(async () => JSON.stringify(await lines()) === JSON.stringify(wanted.toReversed()), 5000);
    await says(session.driver, 'thead [aria-sort=ascending]', 'Autumn');
    // The address keeps all of it.
    await session.driver.navigate().refresh();
    await session.driver.wait(async () => JSON.stringify(await lines()) === JSON.stringify(wanted.toReversed()), 5000);
    await session.sound();
    const code = autumn.columns[at]!.code;
    const sorted = { sort: code, sortNest: 1, sortFigure: 'adjusted-residual', ascending: true };
    const answer = await ask({ rows: ['satisfaction'], by: ['site', 'season'], ...sorted });
    answer.blocks.forEach((block) => expect(block.rows.map(({ label }) => label)).toEqual(wanted.toReversed()));
    const query = new URLSearchParams({
      sentence: JSON.stringify({ rows: 6, by: [2, 3], within: null, only: [], weight: null }),
      ...{ sort: code, sortNest: '1', sortFigure: 'adjusted-residual', ascending: 'true' },
    });
    const csv = await call<string>(session.server, 'GET', `${DEMO}/table.csv?${query.toString()}`);
    expect(csv.status).toBe(200);
    const names = csv.body.split(/\r?\n/).map((line) => line.split(',')[0]);
    expect(names.filter((name) => wanted.includes(name ?? ''))).toEqual(wanted.toReversed());
  });
});

describe('percentages of all', () => {
  it('stand in every column, with a line for each kind of no answer', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site&figures=column-percent,all-percent,count`);
    const { asked } = await ask({ rows: ['satisfaction'], by: ['site'] });
    expect(asked.map(({ label }) => label)).toEqual([
      'Gave an answer',
      "Don't know",
      'Refused',
      'Blank',
      'All, answered or not',
    ]);
    for (const { label, all, columns } of asked) {
      const shares = [all['all-percent']!, ...columns['all-percent']!];
      const counts = [all['n']!, ...columns['n']!];
      const cells = shares.map((share, k) => `${share.toFixed(1)}\n${counts[k]!.toLocaleString('en')}`);
      await says(session.driver, 'tfoot', `${label}\n${cells.join('\n')}`);
    }
    await session.sound();
  });
});

describe('what is predicted', () => {
  it('is named, in each block in which it stands', async () => {
    await session.open(`${TABLES}?rows=satisfaction&rows=renew&by=site&by=season`);
    await says(session.driver, '[data-testid=base]', 'Base');
    const select = () => find(session.driver, 'label[title^="In every part"] select');
    await (await select()).findElement(By.xpath(".//option[normalize-space()='Site']")).click();
    await session.driver.wait(async () => (await session.driver.getCurrentUrl()).includes('predict-'), 5000);
    const value = async () => (await select()).getAttribute('value');
    expect(await value()).toBe('columns');
    const blockOf = async (title: string) => {
      const block = await session.driver.findElement(By.xpath("//label[contains(.,'The reading is of')]/select"));
      await block.findElement(By.xpath(`.//option[normalize-space()="${title}"]`)).click();
      await says(session.driver, 'label[title^="In every part"]', title.split(' by ')[1]!);
    };
    await blockOf('Satisfaction with the site by Season of interview');
    expect(await value()).toBe('rows');
    await blockOf('Will renew by Site');
    expect(await value()).toBe('columns');
    const body = { rows: ['satisfaction'], by: ['site'] };
    const told = (await ask({ ...body, predicted: ['site'] })).reading.find(({ id }) => id === 'strength');
    const usual = (await ask({ ...body, predicted: ['satisfaction'] })).reading.find(({ id }) => id === 'strength');
    expect(JSON.stringify(told)).toContain('predicting Site');
    expect(JSON.stringify(usual)).toContain('predicting Satisfaction');
  });
});
