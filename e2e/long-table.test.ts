import { By, Key } from 'selenium-webdriver';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Intake } from '../src/api/types.js';
import { find, named, says } from './browser.js';
import { pasted } from './pasted.js';
import { call, send } from './server.js';
import { demoSession } from './session.js';

const session = demoSession();
const [PLOTS, LANES, RESPONDENTS] = [300, 40, 6000];
let study = '';

const plotOf = (k: number) => `p${String(1 + ((k * 7) % PLOTS)).padStart(3, '0')}`;
const laneOf = (k: number) => `l${String(1 + ((k * 13 + Math.floor(k / PLOTS)) % LANES)).padStart(2, '0')}`;
const count = (plot: string | null, lane: string | null) =>
  Array.from({ length: RESPONDENTS }, (_, k) => k).filter(
    (k) => (plot === null || plotOf(k) === plot) && (lane === null || laneOf(k) === lane),
  ).length;

beforeAll(async () => {
  const lines = Array.from({ length: RESPONDENTS }, (_, k) => `${plotOf(k)},${laneOf(k)},said no ${k}`);
  const intake = await send<Intake>(session.server, 'plots.csv', ['plot,lane,remark', ...lines].join('\n'));
  const { body } = await call<{ study: string }>(session.server, 'POST', `/intakes/${intake.body.id}/accept`, {
    name: 'Plots',
  });
  study = body.study;
});

const region = () => find(session.driver, '[role=region][aria-label^="Table:"]');
const run = <T>(script: string, ...given: unknown[]) => session.driver.executeScript<T>(script, ...given);
/** A cell, by its line and its column. */
const cell = (row: number, column: number) => find(session.driver, `td[data-cell="0 0 ${row} ${column}"]`);
const open = async () => {
  await session.open(`/studies/${study}/tables?rows=plot&by=lane`);
  await says(session.driver, '[data-testid=base]', 'Base');
};

describe('a table of many lines', () => {
  it('draws what is in sight, under headings that stay, and says how long it is', async () => {
    await open();
    const drawn = await run<[number, string]>(
      `const table = document.querySelector('table[aria-rowcount]');
       return [table.querySelectorAll('td[data-cell]').length, table.getAttribute('aria-rowcount')];`,
    );
    expect(drawn[0]).toBeGreaterThan(100);
    expect(drawn[0]).toBeLessThan(1500);
    expect(Number(drawn[1])).toBeGreaterThanOrEqual(PLOTS);
    await session.sound();
  });

  it('has at its end, and at its right, the figures that belong there', async () => {
    await run(`arguments[0].scrollTo(arguments[0].scrollWidth, arguments[0].scrollHeight)`, await region());
    const last = await cell(PLOTS - 1, LANES);
    const name = await run<string>(`return arguments[0].closest('tr').querySelector('th').textContent`, last);
    expect(name).toBe('p300');
    const [share, n] = (await last.getText()).split('\n');
    const [own, all] = [count('p300', 'l40'), count(null, 'l40')];
    expect(n).toBe(String(own));
    expect(share).toBe(all === 0 ? '·' : ((100 * own) / all).toFixed(1));
    const head = await run<number>(
      `const [region] = arguments;
       return region.querySelector('thead').getBoundingClientRect().top - region.getBoundingClientRect().top;`,
      await region(),
    );
    expect(Math.abs(head)).toBeLessThan(2);
  });

  it('is gone through with the keyboard, line by line and column by column, past what was drawn', async () => {
    await open();
    await run('arguments[0].focus()', await region());
    const press = (key: string, times: number) =>
      session.driver
        .actions()
        .sendKeys(...Array.from({ length: times }, () => key))
        .perform();
    await press(Key.ENTER, 1);
    await press(Key.ARROW_DOWN, 60);
    await press(Key.ARROW_RIGHT, 25);
    expect(await run<string>('return document.activeElement.dataset.cell')).toBe('0 0 60 25');
    // It stays where it is while the table is scrolled away under it.
    await run('arguments[0].scrollTo(0, 0)', await region());
    await run('return new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)))');
    expect(await run<string>('return document.activeElement.dataset.cell')).toBe('0 0 60 25');
  });

  it('chooses cells from one end to the other, and all of them are copied', async () => {
    await open();
    await (await cell(0, 0)).click();
    await run(`arguments[0].scrollTo(0, arguments[0].scrollHeight)`, await region());
    const last = await cell(PLOTS - 1, 1);
    await session.driver.actions().keyDown(Key.SHIFT).click(last).keyUp(Key.SHIFT).perform();
    await run('arguments[0].focus()', await region());
    await session.driver.actions().keyDown(Key.CONTROL).sendKeys('c').keyUp(Key.CONTROL).perform();
    await says(session.driver, '[role=status]', 'Copied');
    const { text } = await pasted(session.driver);
    const names = text.split('\n').flatMap((line) => /^p\d{3}\t/.exec(line)?.[0].trim() ?? []);
    expect(names).toEqual(Array.from({ length: PLOTS }, (_, k) => `p${String(k + 1).padStart(3, '0')}`));
    // Another click takes the choice back, and the table draws what is in sight again.
    await (await session.driver.findElement(By.css('td[data-cell="0 0 299 1"]'))).click();
    expect(await run<number>(`return document.querySelectorAll('td[data-cell]').length`)).toBeLessThan(1500);
  });
});

describe('a table of many columns', () => {
  const note = () => find(session.driver, '[role=note]');
  const act = async (name: string) => (await named(session.driver, name)).click();

  it('says that it cannot be read, and how it can', async () => {
    await session.open(`/studies/${study}/tables?rows=lane&by=plot`);
    await says(session.driver, '[role=note]', 'plot makes 300 columns, with 20.0 respondents in each');
    await session.sound();
    await act('Put plot into the rows');
    await says(session.driver, 'h1', 'plot by lane');
    expect(await session.driver.findElements(By.css('[role=note]'))).toHaveLength(0);
  });

  it('is not laid out where it is wider than any page, and comes when less is asked for', async () => {
    await session.open(`/studies/${study}/tables?rows=lane&by=plot%3Elane`);
    await says(session.driver, '[role=note]', '12,000 columns');
    expect(await (await note()).getText()).toContain('a file has all of them');
    expect(await session.driver.findElements(By.css('td[data-cell]'))).toHaveLength(0);
    await act('Take lane out');
    await says(session.driver, 'h1', 'lane by plot');
    await cell(0, 0);
  });
});

describe('free text', () => {
  it('in a sentence makes no table: it is said why, and what would', async () => {
    for (const query of ['rows=plot&by=remark', 'rows=remark&by=lane']) {
      await session.open(`/studies/${study}/tables?${query}`);
      await says(session.driver, '[role=note]', 'remark holds free text');
      const link = await find(session.driver, '[role=note] a');
      expect(await link.getText()).toBe('Make categories of its answers');
      await session.sound();
    }
    await (await named(session.driver, 'Take remark out of the table')).click();
    await says(session.driver, 'main', 'Choose a variable');
  });
});
