import { By, Key } from 'selenium-webdriver';
import { beforeAll, describe, expect, it } from 'vitest';
import { find, named, says, type } from './browser.js';
import { drag } from './drag.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();

const run = <T>(script: string) => session.driver.executeScript<T>(script);
/** The texts of the cells of a table, line by line. */
const figures = (within: string) =>
  run<string[][]>(
    `return [...document.querySelectorAll('${within} table tr')].map((line) =>
       [...line.children].map((cell) => cell.innerText.trim()));`,
  );
interface Saved {
  tables: { id: number; shown: { readings?: object[] } }[];
}
const saved = async () => (await call<Saved>(session.server, 'GET', DEMO)).body.tables;

let onScreen: string[][] = [];
let sentence = '';
let before = 0;

beforeAll(async () => {
  before = (await saved()).length;
  await session.open(`${DEMO}/tables?rows=use_tap&by=season&by=site`);
  await says(session.driver, '[data-answer=say]', 'Copy the sentence');
  onScreen = await figures('[role=region]');
  sentence = await (await find(session.driver, '[data-answer=say] p')).getText();
  await (await named(session.driver, 'Put this reading in the binder')).click();
  await says(session.driver, '[role=status]', 'Kept in the binder');
});

describe('the binder', () => {
  it('shows a kept table as it stands in Tables, and its reading under it', async () => {
    const tables = await saved();
    expect(tables).toHaveLength(before + 1);
    const { id, shown } = tables.at(-1)!;
    expect(shown.readings).toEqual([{ item: 0, nest: 0 }]);
    await session.open(`${DEMO}/binder`);
    await (await find(session.driver, `nav[aria-label=Contents] a[href="#table-${id}"]`)).click();
    const item = `article:has(#table-${id})`;
    await says(session.driver, `${item} h2`, `Table ${before + 1}.`);
    await says(session.driver, `${item} section`, sentence);
    expect(await figures(item)).toEqual(onScreen);
    // Of several groupings each has a base of its own, one step behind; what hatching means stays in sight.
    await says(session.driver, item, 'more than independence gives');
    await (await find(session.driver, `${item} details summary`)).click();
    await says(session.driver, `${item} details`, 'Uses the water tap by Season of interview');
    // What goes along with a link of the contents is the page alone.
    expect(await run('return document.scrollingElement.scrollTop')).toBe(0);
    await session.sound();
  });

  it('says which figures changed since they were looked at, and what was done', async () => {
    const { id } = (await saved()).at(-1)!;
    const item = `article:has(#table-${id})`;
    const { body } = await call<{
      variables: { id: number; name: string; codes: { code: string; label: string }[] }[];
    }>(session.server, 'GET', DEMO);
    const { id: variable, codes } = body.variables.find(({ name }) => name === 'use_tap')!;
    const { code, label } = codes[0]!;
    const opened = async () => {
      await session.open(`${DEMO}/binder`);
      await (await find(session.driver, `nav[aria-label=Contents] a[href="#table-${id}"]`)).click();
      await says(session.driver, `${item} table`, 'Mill Row');
    };
    await opened();
    await session.driver.sleep(300);
    expect(await session.driver.findElements(By.css(`${item} aside`))).toHaveLength(0);
    // Another variable changes nothing here, and this one does.
    const other = body.variables.find(({ name }) => name === 'use_hut')!;
    const edit = (of: number, change: object) =>
      call(session.server, 'PATCH', `${DEMO}/codebook`, { edits: [{ variable: of, ...change }] });
    expect((await edit(other.id, { question: 'Asked otherwise' })).status).toBe(200);
    const missing = { codes: [{ code, missing: 'refused' }], codesFor: 'this' };
    expect((await edit(variable, missing)).status).toBe(200);
    await opened();
    await says(session.driver, `${item} aside`, 'figures changed since it was looked at');
    await says(session.driver, `${item} aside li`, 'entry');
    expect(await session.driver.findElements(By.css(`${item} aside li`))).toHaveLength(1);
    await (await find(session.driver, `${item} aside summary`)).click();
    await says(session.driver, `${item} aside table`, label);
    await says(session.driver, `${item} aside table`, 'gone');
    await session.sound();
    await (await find(session.driver, `${item} aside button`)).click();
    await session.driver.wait(async () => (await session.driver.findElements(By.css(`${item} aside`))).length === 0);
    await session.driver.navigate().refresh();
    await opened();
    await session.driver.sleep(300);
    expect(await session.driver.findElements(By.css(`${item} aside`))).toHaveLength(0);
    expect((await edit(variable, { codes: [{ code, missing: null }], codesFor: 'this' })).status).toBe(200);
  });

  it('freezes a table, which stays as it was whatever is changed, and thaws it', async () => {
    const { id } = (await saved()).at(-1)!;
    const item = `article:has(#table-${id})`;
    const title = 'Uses the water tap by Season of interview and Site';
    const opened = async () => {
      await session.open(`${DEMO}/binder`);
      await (await find(session.driver, `nav[aria-label=Contents] a[href="#table-${id}"]`)).click();
      await says(session.driver, `${item} table`, 'Mill Row');
    };
    await opened();
    const cells = () => figures(`${item} [role=region][aria-label^="Table:"]`);
    const before = await cells();
    const reading = await (await find(session.driver, `${item} section`)).getText();
    await (await named(session.driver, `Freeze ${title}`)).click();
    await named(session.driver, `Thaw ${title}`);
    await says(session.driver, item, 'It does not follow the study.');
    const { body } = await call<{ variables: { id: number; name: string }[] }>(session.server, 'GET', DEMO);
    const { id: variable } = body.variables.find(({ name }) => name === 'site')!;
    const edit = (change: object) =>
      call(session.server, 'PATCH', `${DEMO}/codebook`, { edits: [{ variable, codesFor: 'this', ...change }] });
    expect((await edit({ label: 'Grounds', codes: [{ code: '4', missing: 'other' }] })).status).toBe(200);
    await opened();
    await says(session.driver, `${item} aside`, 'would change');
    await says(session.driver, `${item} h2`, title);
    expect(await cells()).toEqual(before);
    expect(await (await find(session.driver, `${item} section`)).getText()).toBe(reading);
    await (await find(session.driver, `${item} aside summary`)).click();
    await says(session.driver, `${item} aside table`, 'frozen');
    await session.sound();
    // Opened in Tables it is counted as the study is now, and is not kept in its place.
    await session.open(`${DEMO}/tables?table=${id}`);
    await says(session.driver, 'main', 'In the binder this table is frozen');
    await opened();
    await (await named(session.driver, `Thaw ${title}`)).click();
    await says(session.driver, `${item} h2`, 'and Grounds');
    await says(session.driver, item, 'It is counted as the study is now.');
    expect(await cells()).not.toEqual(before);
    expect((await edit({ label: 'Site', codes: [{ code: '4', missing: null }] })).status).toBe(200);
    await opened();
    await says(session.driver, `${item} h2`, 'and Site');
    expect(await cells()).toEqual(before);
    await (await named(session.driver, 'Freeze all')).click();
    await named(session.driver, 'Thaw all');
    expect(
      (await call<{ tables: { frozen: object | null }[] }>(session.server, 'GET', DEMO)).body.tables.every(
        ({ frozen }) => frozen,
      ),
    ).toBe(true);
    await (await named(session.driver, 'Thaw all')).click();
    await named(session.driver, 'Freeze all');
  });

  it('takes a reading out again, and keeps its table', async () => {
    const { id } = (await saved()).at(-1)!;
    await session.open(`${DEMO}/tables?table=${id}`);
    await (await named(session.driver, 'Take this reading out of the binder')).click();
    await named(session.driver, 'Put this reading in the binder');
    await session.driver.wait(async () => (await saved()).at(-1)!.shown.readings === undefined, 15_000);
    await session.open(`${DEMO}/binder`);
    await find(session.driver, `article:has(#table-${id}) table`);
    expect(await session.driver.findElements(By.css(`article:has(#table-${id}) blockquote`))).toHaveLength(0);
  });

  it('says why a table cannot be shown, in the place where it would stand', async () => {
    const view = await call<{ variables: { id: number; name: string }[] }>(session.server, 'GET', DEMO);
    const idOf = (name: string) => view.body.variables.find((variable) => variable.name === name)!.id;
    const body = {
      title: 'Nobody',
      sentence: {
        rows: [{ variable: idOf('use_tap') }],
        by: [[idOf('site')]],
        within: null,
        only: [{ variable: idOf('age'), is: 'between', from: 300, to: null }],
        weight: null,
      },
      shown: { hatch: true },
    };
    const kept = await call<{ id: number }>(session.server, 'POST', `${DEMO}/tables`, body);
    expect(kept.status).toBe(201);
    await session.open(`${DEMO}/binder`);
    await (await find(session.driver, `nav[aria-label=Contents] a[href="#table-${kept.body.id}"]`)).click();
    await says(session.driver, `article:has(#table-${kept.body.id})`, 'Nothing to show.');
  });
});

interface Binders {
  binders: { id: number; name: string; items: { is: string; table?: number; title?: string; text?: string }[] }[];
}
const binders = async () => (await call<Binders>(session.server, 'GET', DEMO)).body.binders;
/** Waits until the binders are as they should be. */
const until = (holds: (all: Binders['binders']) => boolean) =>
  session.driver.wait(async () => holds(await binders()), 15_000, 'the binders did not become so');

describe('a binder is put in order', () => {
  it('with sections and notes, moved by press and by the keyboard, kept with the study', async () => {
    await session.open(`${DEMO}/binder`);
    await (await named(session.driver, 'Add a section')).click();
    await type(session.driver, 'Who uses what', Key.ENTER);
    await says(session.driver, 'nav[aria-label=Contents]', 'Who uses what');
    await (await named(session.driver, 'Add a note')).click();
    await type(session.driver, 'Check the taps\nby the gate');
    // What is typed and not kept outlives a reload.
    await session.driver.sleep(200);
    await session.driver.navigate().refresh();
    await (await named(session.driver, 'Add a note')).click();
    await session.driver.wait(
      async () => (await (await find(session.driver, 'textarea')).getAttribute('value')) !== '',
      15_000,
    );
    await (await named(session.driver, 'Keep')).click();
    await until(([first]) => first!.items.at(-1)!.text === 'Check the taps\nby the gate');
    const up = await named(session.driver, 'Move up: Who uses what');
    await up.click();
    await until(([first]) => first!.items.at(-3)!.title === 'Who uses what');
    await (await named(session.driver, 'Move up: Who uses what')).sendKeys(Key.ARROW_UP);
    await until(([first]) => first!.items.at(-4)!.title === 'Who uses what');
    await (await named(session.driver, 'Change the section: Who uses what')).click();
    await type(session.driver, Key.END, ' at the sites', Key.ENTER);
    await says(session.driver, 'h2', 'Who uses what at the sites');
    await session.sound();
  });

  it('by dragging, before another and to the end', async () => {
    const order = async () => (await binders())[0]!.items.flatMap(({ table }) => table ?? []);
    const [first, second, ...rest] = await order();
    const isFirst = (id: unknown) => (all: Binders['binders']) =>
      all[0]!.items.find(({ table }) => table)?.table === id;
    const moves = '[title="Drag it to another place"]';
    const item = (id: unknown) => `article:has(#table-${String(id)})`;
    await drag(session.driver, `${item(second)} ${moves}`, item(first));
    await until(isFirst(second));
    expect(await order()).toEqual([second, first, ...rest]);
    await drag(session.driver, `${item(second)} ${moves}`, 'main p > a[href$="/tables"]');
    await until(([binder]) => binder!.items.at(-1)!.table === second);
    expect(await order()).toEqual([first, ...rest, second]);
    await drag(session.driver, `${item(second)} ${moves}`, item(first));
    await until(isFirst(second));
    await drag(session.driver, `${item(first)} ${moves}`, item(second));
    await until(isFirst(first));
  });

  it('is called otherwise, stands beside others, and gives them tables and copies', async () => {
    await (await named(session.driver, 'Rename')).click();
    await type(session.driver, Key.chord(Key.CONTROL, 'a'), 'Report', Key.ENTER);
    await says(session.driver, 'h1', 'Report');
    await (await named(session.driver, 'New binder')).click();
    await type(session.driver, 'Annex', Key.ENTER);
    await says(session.driver, 'h1', 'Annex');
    await says(session.driver, 'main', 'No table has been kept in it yet');
    const [report, annex] = await binders();
    await session.open(`${DEMO}/binder?binder=${report!.id}`);
    const tables = report!.items.filter(({ is }) => is === 'table').length;
    const choice = async (verb: string) => {
      await (await find(session.driver, 'article [aria-haspopup=dialog]')).click();
      await (await named(session.driver, `${verb} to Annex`)).click();
    };
    await choice('Copy');
    await until(([, second]) => second!.items.length === 1);
    await (await named(session.driver, 'Close')).click();
    await choice('Move');
    await until(
      ([first, second]) =>
        second!.items.length === 2 && first!.items.filter(({ is }) => is === 'table').length === tables - 1,
    );
    await session.open(`${DEMO}/binder?binder=${annex!.id}`);
    await says(session.driver, 'nav[aria-label=Contents]', 'Table 2.');
    await (await named(session.driver, 'Take the binder away')).click();
    await (await named(session.driver, 'Yes, with the tables in it')).click();
    await says(session.driver, 'h1', 'Report');
    await (await named(session.driver, 'Undo')).click();
    await until((all) => all.length === 2 && all[1]!.items.length === 2);
  });
});
