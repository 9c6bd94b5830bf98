import { By, Key, type WebElement } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { find, named, press, says, type } from './browser.js';
import { pasted } from './pasted.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TABLES = `${DEMO}/tables`;
const FIELD = 'textarea[aria-label="The sentence as text"]';

const texts = async (css: string) =>
  Promise.all((await session.driver.findElements(By.css(css))).map((element) => element.getText()));

describe('typing a sentence', () => {
  it('is completed from names, categories and the words that go on, by the keyboard', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, '[data-testid=base]', 'Base');
    await press(session.driver, 't');
    await find(session.driver, FIELD);
    await type(session.driver, 'Cro');
    await says(session.driver, '[role=listbox]', 'Crops grown');
    await session.sound();
    await type(session.driver, Key.TAB, ' b', Key.BACK_SPACE);
    await says(session.driver, '[role=listbox]', 'split by');
    // The first word that leads on is taken with the arrows, the variable behind it with Tab.
    await type(session.driver, Key.ARROW_DOWN, Key.ENTER, 'Seas', Key.TAB, ', only where Site is W', Key.TAB);
    expect(await (await find(session.driver, FIELD)).getAttribute('value')).toBe(
      'Crops grown by Season of interview, only where Site is Weir End',
    );
    await type(session.driver, Key.ENTER);
    await says(session.driver, 'h1', 'by Season of interview');
    await says(session.driver, 'tbody', 'Potatoes');
  });

  it('can be taken back, by a key and by its button', async () => {
    await session.open(`${TABLES}?rows=satisfaction`);
    await says(session.driver, '[data-testid=base]', 'Base');
    expect(await session.driver.findElements(By.xpath("//h1//button[text()='undo']"))).toHaveLength(0);
    await press(session.driver, 'c');
    await type(session.driver, 'season', Key.ENTER);
    await says(session.driver, 'h1', 'by Season');
    await press(session.driver, 'z');
    await says(session.driver, 'thead', '% so far');
    await says(session.driver, 'h1', '+ by');
    await press(session.driver, 'w');
    await type(session.driver, 'survey', Key.ENTER);
    await says(session.driver, 'h1', 'weighted by');
    await (await find(session.driver, 'h1 button[title^="Takes the last change"]')).click();
    await says(session.driver, 'h1', '+ weighted by');
  });
});

/** Holds a variable of the roster over an element that is there only then, and lets it go. */
async function dragOver(variable: string, target: string): Promise<string> {
  const source = await find(session.driver, `li[data-variable=${variable}] button`);
  await session.driver.executeScript(
    `window.held = new DataTransfer();
     arguments[0].dispatchEvent(
       new DragEvent('dragstart', { bubbles: true, cancelable: true, dataTransfer: window.held }));`,
    source,
  );
  const place = await find(session.driver, target);
  const fire = (event: string, on: WebElement) =>
    session.driver.executeScript(
      `arguments[0].dispatchEvent(
         new DragEvent(arguments[1], { bubbles: true, cancelable: true, dataTransfer: window.held }));`,
      on,
      event,
    );
  await fire('dragover', place);
  const landing = await session.driver.executeScript<string>(
    'return arguments[0].dataset.landing ?? arguments[0].textContent',
    place,
  );
  await fire('drop', place);
  await fire('dragend', source);
  return landing;
}

describe('dragging from the roster on to the table', () => {
  it('shows where it lands: another row, across beside the others, or within what stands there', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, '[data-testid=base]', 'Base');
    expect(await dragOver('renew', '[data-testid=edge-rows]')).toBe('another row');
    await says(session.driver, 'h1', 'and Will renew');
    expect(await dragOver('season', '[data-testid=edge-beside]')).toBe('let go here: across, beside Site');
    await says(session.driver, 'h1', 'by Site× and Season');
    expect(await dragOver('use_tap', 'th[data-nest="1"]')).toBe('split Season of interview');
    await says(session.driver, 'h1', 'split by');
    expect(await dragOver('comment', '[data-testid=edge-rows]')).toBe('another row');
    await says(session.driver, '[role=alert]', 'cannot stand there');
    expect(await session.driver.findElements(By.css('[data-testid^=edge-]'))).toHaveLength(0);
    await session.sound();
  });
});

describe('cells that are chosen', () => {
  const cell = (row: number, column: number) =>
    find(session.driver, `tbody tr:nth-child(${row}) td:nth-of-type(${column})`);

  it('are copied with their headings, and nothing else is', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, '[data-testid=base]', 'Base');
    await session.driver
      .actions()
      .click(await cell(1, 2))
      .keyDown(Key.SHIFT)
      .click(await cell(2, 3))
      .keyUp(Key.SHIFT)
      .perform();
    expect(await session.driver.findElements(By.css('[data-picked]'))).toHaveLength(4);
    await (await named(session.driver, 'Copy')).click();
    await says(session.driver, '[role=status]', 'Copied');
    const { text } = await pasted(session.driver);
    expect(text.split('\n').slice(1)).toEqual([
      '\tMill Row\tOrchard Bank',
      'Very satisfied\t22.1\t42.9',
      '\t81\t153',
      'Fairly satisfied\t42.6\t34.7',
      '\t156\t124',
    ]);
  });

  it('are chosen with the keyboard too', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, '[data-testid=base]', 'Base');
    await (await find(session.driver, '[role=region][aria-label^="Table:"]')).sendKeys(Key.ENTER);
    await session.driver
      .actions()
      .keyDown(Key.SHIFT)
      .sendKeys(Key.ARROW_DOWN, Key.ARROW_RIGHT)
      .keyUp(Key.SHIFT)
      .perform();
    expect(await session.driver.findElements(By.css('[data-picked]'))).toHaveLength(4);
    await session.driver.actions().sendKeys(Key.ARROW_LEFT).perform();
    expect(await session.driver.findElements(By.css('[data-picked]'))).toHaveLength(0);
  });
});

interface Block {
  base: number;
  rows: { code: string; label: string }[];
  figures: Record<string, number[][]>;
  scale: Record<string, { all: number }>;
}

describe('a battery', () => {
  it('is made of what the roster found, and has the figures of each item', async () => {
    await session.open(TABLES);
    await (await find(session.driver, '#roster-search')).sendKeys('uses the');
    await (await named(session.driver, 'As a battery')).click();
    await says(session.driver, 'h1', 'by their answers');
    await says(session.driver, 'tbody', 'Uses the meeting hut');
    const { body } = await call<{ blocks: Block[] }>(session.server, 'POST', `${DEMO}/table`, {
      sentence: `${(await texts('tbody th')).join(' and ')} by their answers`,
    });
    const shown = await texts('tbody tr:nth-child(2) td');
    const [, store] = body.blocks;
    expect(shown[0]?.replace(',', '')).toBe(String(store?.base));
    store?.figures['column-percent']?.forEach(([share], k) =>
      expect(shown[k + 1]?.split('\n')[0]).toBe((share ?? 0).toFixed(1)),
    );
    expect(shown.at(-1)).toBe(store?.scale['scale-mean']?.all.toFixed(2));
    await session.sound();
  });

  it('is sorted by a column, and a line of it is read alone', async () => {
    await (await named(session.driver, 'Weekly')).click();
    await says(session.driver, 'tbody tr:first-child', 'Uses the water tap');
    await says(session.driver, 'thead [aria-sort=descending]', 'Weekly');
    await (await find(session.driver, 'tbody tr:last-child td:nth-of-type(2)')).click();
    await says(session.driver, 'section[aria-label="One cell"]', 'Uses the meeting hut');
    await (await named(session.driver, 'Back to the reading')).click();
    await says(session.driver, '[data-answer=where]', 'Not at my site');
  });

  it('has what is off the scale in no mean, and goes back to tables of its items', async () => {
    const before = (await texts('tbody tr:first-child td')).at(-1);
    await (await named(session.driver, 'Scale…')).click();
    const select = await find(session.driver, 'select[aria-label="Not at my site: on the scale or not"]');
    await select.sendKeys('off the scale, not in the base');
    await says(
      session.driver,
      '[aria-label="Of this table alone"]',
      'Not at my site is off the scale, not in the base',
    );
    await session.driver.actions().sendKeys(Key.ESCAPE).perform();
    const after = await texts('tbody tr:last-child td');
    expect(after.at(-1)).not.toBe(before);
    expect(Number(after.at(-1))).toBeLessThan(4);
    await session.sound();
    await (await find(session.driver, 'button[aria-label="No longer by their answers"]')).click();
    await says(session.driver, 'tfoot', 'Off the scale: Not at my site');
  });

  it('has it said in the codebook for all tables, and one table can have it on the scale', async () => {
    const { driver } = session;
    const put = async (words: string) => {
      await (await named(driver, 'Scale…')).click();
      await (await find(driver, 'select[aria-label="Not at my site: on the scale or not"]')).sendKeys(words);
    };
    await session.open(`${DEMO}/tables?rows=use_store&by=site`);
    await says(driver, 'tbody', 'Not at my site');
    await put('off the scale, in the base');
    await (await named(driver, 'Say so in the codebook')).click();
    await says(driver, '[role=status]', 'The codebook says so now');
    // The table says no more of it than the codebook.
    await session.open(`${DEMO}/tables?rows=use_store&by=season`);
    await says(driver, 'tbody', 'Not at my site (off the scale)');
    const asked = { sentence: 'Uses the tool store by Season of interview' };
    const off = await call<Answered>(session.server, 'POST', `${DEMO}/table`, asked);
    await put('on the scale');
    await says(driver, '[aria-label="Of this table alone"]', 'Not at my site is on the scale');
    await session.open(`${DEMO}/codebook?variable=use_store`);
    await says(driver, 'details summary', 'Off the scale: Not at my site');
    await (await find(driver, 'details:has(input[type=checkbox]) > summary')).click();
    await session.sound();
    await (await named(driver, 'The same for the 4 others of this code list')).click();
    await says(driver, '[role=status]', 'Codes off the scale of');
    await (await driver.findElement(By.xpath('//label[contains(., "Not at my site")]/input'))).click();
    await says(driver, 'details summary', 'Off the scale: none');
    await (await named(driver, 'The same for the 4 others of this code list')).click();
    await says(driver, '[role=status]', 'Codes off the scale of 4 variables');
    const on = await call<Answered>(session.server, 'POST', `${DEMO}/table`, asked);
    expect(on.body.measures).not.toEqual(off.body.measures);
  });

  it('is refused by name where the items are not of one list', async () => {
    const { status, body } = await call<{ detail: string }>(session.server, 'POST', `${DEMO}/table`, {
      sentence: 'Uses the water tap and Site by their answers',
    });
    expect({ status, detail: body.detail }).toEqual({
      status: 400,
      detail: 'Site has other answers than Uses the water tap, so it cannot stand by its answers beside the others.',
    });
  });
});

interface Answered {
  tests: Record<string, { p: number }>;
  measures: Record<string, { value: number; lower?: number }>;
}

describe('what the reading takes for granted', () => {
  const verdict = '[data-answer=association]';

  it('is changed in place: confidence, level and scores', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=season`);
    await says(session.driver, '[data-testid=base]', 'Base');
    await says(session.driver, verdict, 'Mean scores of the groups');
    await (await named(session.driver, 'Scale…')).click();
    await (await find(session.driver, '[role=dialog] fieldset label select')).sendKeys('have no order');
    await says(session.driver, '[aria-label="Of this table alone"]', 'Satisfaction with the site has no order');
    await says(session.driver, verdict, 'Pearson');
    await (await named(session.driver, 'as in the codebook')).click();
    await says(session.driver, verdict, 'Mean scores of the groups');
    await (await named(session.driver, 'Scale…')).click();
    const score = await find(session.driver, 'input[aria-label="Score of Very satisfied"]');
    await score.sendKeys('10', Key.TAB);
    await says(session.driver, '[aria-label="Of this table alone"]', 'own scores');
    await session.sound();
  });

  it('is the same over HTTP', async () => {
    const ask = async (more: object) =>
      (await call<Answered>(session.server, 'POST', `${DEMO}/table`, { rows: 'satisfaction', ...more })).body;
    const by = { by: 'use_store' };
    const codes = [{ variable: 'satisfaction', code: '1', score: 10 }];
    const [usual, scored, sure] = await Promise.all([ask(by), ask({ ...by, codes }), ask({ ...by, confidence: 0.99 })]);
    expect(scored.measures['pearson-r']?.value).not.toBe(usual.measures['pearson-r']?.value);
    expect(scored.measures['gamma']?.value).toBe(usual.measures['gamma']?.value);
    expect(sure.measures['gamma']?.lower).toBeLessThan(usual.measures['gamma']?.lower ?? -1);
    const nominal = await ask({ ...by, levels: [{ variable: 'satisfaction', level: 'unordered' }] });
    expect(nominal.tests['pearson']?.p).toBe(usual.tests['pearson']?.p);
    const off = await ask({ ...by, codes: [{ variable: 'use_store', code: '7', offScale: 'in-base' }] });
    expect(off.tests['pearson']?.p).toBe(usual.tests['pearson']?.p);
    expect(off.measures['gamma']?.value).not.toBe(usual.measures['gamma']?.value);
  });
});

describe('a pinned reading', () => {
  const PINS = 'section[aria-label="Pinned readings"]';

  it('stays at hand over other tables and a reload, and is compared with another', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await says(session.driver, '[data-answer=association]', 'Yes');
    await (await named(session.driver, 'Pin this reading')).click();
    await session.open(`${TABLES}?rows=satisfaction&by=season`);
    await says(session.driver, '[data-answer=association]', 'Not shown');
    await (await named(session.driver, 'Pin this reading')).click();
    const [first] = await session.driver.findElements(By.css(`${PINS} input`));
    await first?.click();
    await says(session.driver, '[aria-label="Two readings compared"]', 'apart');
    await says(session.driver, '[aria-label="Two readings compared"] tbody', '.38 [.34, .41]');
    await session.sound();
    await (await find(session.driver, `${PINS} a`)).click();
    await says(session.driver, 'h1', 'by Site');
    await (await find(session.driver, 'button[aria-label^="Unpin Satisfaction with the site by Season"]')).click();
    expect(await session.driver.findElements(By.css(`${PINS} li`))).toHaveLength(1);
  });
});
