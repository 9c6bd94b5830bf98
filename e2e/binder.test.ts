import { By } from 'selenium-webdriver';
import { beforeAll, describe, expect, it } from 'vitest';
import { find, named, says } from './browser.js';
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
    const item = `li:has(#table-${id})`;
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

  it('takes a reading out again, and keeps its table', async () => {
    const { id } = (await saved()).at(-1)!;
    await session.open(`${DEMO}/tables?table=${id}`);
    await (await named(session.driver, 'Take this reading out of the binder')).click();
    await named(session.driver, 'Put this reading in the binder');
    await session.driver.wait(async () => (await saved()).at(-1)!.shown.readings === undefined, 15_000);
    await session.open(`${DEMO}/binder`);
    await find(session.driver, `li:has(#table-${id}) table`);
    expect(await session.driver.findElements(By.css(`li:has(#table-${id}) blockquote`))).toHaveLength(0);
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
    await says(session.driver, `li:has(#table-${kept.body.id})`, 'Nothing to show.');
  });
});
