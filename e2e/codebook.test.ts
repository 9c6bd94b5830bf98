import { By, Key, type WebElement } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { StudyView } from '../src/api/types.js';
import { fill, find, named, says, type } from './browser.js';
import { cell, GRID } from './grid.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const { open, sound } = session;
const textOf = async (name: string, column: string) => (await find(session.driver, cell(name, column))).getText();
const study = async () => (await call<StudyView>(session.server, 'GET', DEMO)).body;
const variable = async (name: string) => {
  const match = (await study()).variables.find((candidate) => candidate.name === name);
  if (!match) throw new Error(`no ${name}`);
  return match;
};
const rows = async () => {
  const elements = await session.driver.findElements(By.css(`${GRID} [data-row] > :nth-child(2)`));
  return Promise.all(elements.map((element) => element.getText()));
};

/** Clicks a cell, so that it has the keyboard. */
async function to(name: string, column: string): Promise<WebElement> {
  const grid = await find(session.driver, GRID);
  const at = (await study()).variables.findIndex((candidate) => candidate.name === name);
  // Only what is in sight is drawn.
  await session.driver.executeScript(
    'arguments[0].scrollTop = arguments[1]; arguments[0].focus();',
    grid,
    at * 32 - 120,
  );
  const element = await find(session.driver, cell(name, column));
  await session.driver.executeScript("arguments[0].scrollIntoView({ block: 'nearest', inline: 'center' })", element);
  await element.click();
  return session.driver.switchTo().activeElement();
}
const keys = (...pressed: string[]) =>
  session.driver
    .actions()
    .sendKeys(...pressed)
    .perform();
const chord = (...pressed: string[]) => type(session.driver, Key.chord(...pressed));
const toast = (text: string) => says(session.driver, '[role=status]', text);
/** Puts text on the clipboard as a spreadsheet would, and pastes it. */
async function paste(text: string): Promise<void> {
  await session.driver.executeScript(
    `const data = new DataTransfer(); data.setData('text/plain', arguments[0]);
     const paste = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
      document.activeElement.dispatchEvent(paste);`,
    text,
  );
}
/** What a copy puts on the clipboard. */
const copied = () =>
  session.driver.executeScript<string>(
    `const data = new DataTransfer();
     const copy = new ClipboardEvent('copy', { clipboardData: data, bubbles: true, cancelable: true });
      document.activeElement.dispatchEvent(copy);
     return data.getData('text/plain');`,
  );

describe('the grid', () => {
  it('is edited in place with the keyboard, and undone', async () => {
    await open(`${DEMO}/codebook`);
    await to('site', 'note');
    await keys('A', 'sked', ' first', Key.ENTER);
    await toast('Note of site');
    expect((await variable('site')).note).toBe('Asked first');
    expect(await textOf('site', 'note')).toBe('Asked first');
    await chord(Key.CONTROL, 'z');
    await toast('Undone: Note of site');
    expect((await variable('site')).note).toBe('');
    await chord(Key.CONTROL, Key.SHIFT, 'z');
    await toast('Done again: Note of site');
    expect((await variable('site')).note).toBe('Asked first');
  });

  it('leaves a cell as it was on Escape, and begins with what stands there on Enter', async () => {
    await to('site', 'label');
    await keys('x', Key.ESCAPE);
    expect(await textOf('site', 'label')).toBe('Site');
    await keys(Key.ENTER, ' of the plot', Key.TAB);
    await toast('Label of site');
    expect((await variable('site')).label).toBe('Site of the plot');
    await chord(Key.CONTROL, 'z');
    await toast('Undone');
  });

  it('takes a column from a spreadsheet, in place or by the names beside it', async () => {
    await to('grow_potatoes', 'group');
    await paste('Crops\nCrops\nCrops\n');
    await toast('Group of grow_potatoes, grow_beans, grow_onions');
    expect((await variable('grow_onions')).group).toBe('Crops');
    await to('id', 'name');
    await paste('renew\tWill renew next year\nsite\tSite, as told');
    await toast('Matched by name.');
    expect((await variable('renew')).label).toBe('Will renew next year');
    expect((await variable('site')).label).toBe('Site, as told');
    expect((await variable('id')).name).toBe('id');
    await chord(Key.CONTROL, 'z');
    await toast('Undone');
  });

  it('empties nothing by a pasted empty cell, unless it is asked to', async () => {
    const { codes, group } = await variable('site');
    await to('id', 'name');
    await paste('site\tSite of the plot\t\t\nid\tNumber\t\t');
    await says(session.driver, '[aria-label="Empty cells"]', 'A pasted cell is empty. As before: codes of site.');
    expect(await variable('site')).toMatchObject({ label: 'Site of the plot', codes, group });
    await (await named(session.driver, 'Leave them')).click();
    await to('grow_potatoes', 'group');
    await paste('Beds\n\nBeds\n');
    await toast('Group of grow_potatoes');
    expect((await variable('grow_beans')).group).toBe('Crops');
    await says(session.driver, '[aria-label="Empty cells"]', 'As before: group of grow_beans.');
    await sound();
    await (await named(session.driver, 'Empty it too')).click();
    await toast('Group of grow_beans');
    expect((await variable('grow_beans')).group).toBe('');
    expect((await variable('grow_potatoes')).group).toBe('Beds');
    await sound();
  });

  it('fills down, and keeps a text in all that is selected', async () => {
    await to('use_tap', 'note');
    await keys('facility', Key.ENTER);
    await toast('Note of use_tap');
    await to('use_tap', 'note');
    await chord(Key.SHIFT, Key.ARROW_DOWN);
    await chord(Key.SHIFT, Key.ARROW_DOWN);
    await chord(Key.CONTROL, 'd');
    await toast('Note of use_store, use_compost');
    expect((await variable('use_compost')).note).toBe('facility');
    expect(await copied()).toBe('facility\nfacility\nfacility');
    await keys('f', 'rom the list');
    await chord(Key.CONTROL, Key.ENTER);
    await toast('Note of use_tap, use_store, use_compost');
    expect((await variable('use_store')).note).toBe('from the list');
    await says(session.driver, '[aria-label="Variables selected"]', '3 variables');
    await sound();
  });

  it('asks for whom a shared code list changes', async () => {
    await to('use_hut', 'missing');
    await keys(Key.DELETE);
    await says(session.driver, '[aria-label="What will happen"]', '9 becomes an answer');
    await (await named(session.driver, 'Only here')).click();
    await toast('Codes of use_hut');
    expect((await variable('use_hut')).codes.every(({ missing }) => missing === null)).toBe(true);
    expect((await variable('use_tap')).codes.some(({ missing }) => missing !== null)).toBe(true);
    await (await named(session.driver, 'Undo: Codes of use_hut')).click();
    await toast('Undone: Codes of use_hut');
    expect((await variable('use_hut')).codeListId).toBe((await variable('use_tap')).codeListId);
  });

  it('says what is wrong with a text, and what it leaves alone', async () => {
    await to('site', 'name');
    await keys('season', Key.ENTER);
    await says(session.driver, '[role=alert]', 'Two variables would be called season');
    // The refusal is in the console too.
    await session.driver.manage().logs().get('browser');
    await to('satisfaction_3', 'level');
    await paste('number');
    await toast('made by a working');
    expect((await variable('satisfaction_3')).level).toBe('ordered');
  });

  it('follows the wheel and the keys over more rows than are drawn', async () => {
    await to('id', 'label');
    await chord(Key.CONTROL, Key.END);
    await says(session.driver, GRID, 'weight');
    const drawn = await session.driver.findElements(By.css(`${GRID} [role=row]`));
    expect(drawn.length).toBeLessThan(40);
    const active = await (await find(session.driver, GRID)).getAttribute('aria-activedescendant');
    expect(await session.driver.findElements(By.css(`[id="${active ?? ''}"][role=gridcell]`))).toHaveLength(1);
    await sound();
  });
});

describe('the roster', () => {
  it('is found by name, label, question and category, with letters astray', async () => {
    await open(`${DEMO}/codebook`);
    await fill(session.driver, '#roster-search', 'plot_size');
    await says(session.driver, GRID, 'Plot size');
    expect((await rows())[0]).toBe('plot_size');
    await fill(session.driver, '#roster-search', 'satisfction');
    expect((await rows())[0]).toMatch(/^satisfaction/);
    await fill(session.driver, '#roster-search', 'sprinkler');
    expect(await rows()).toContain('water_main');
    await fill(session.driver, '#roster-search', 'zzzz');
    await says(session.driver, GRID, 'No variable or category is called “zzzz”');
    await type(session.driver, Key.ESCAPE);
  });

  it('is shown by level, by what made it and by star, and put in order', async () => {
    const show = async (text: string) =>
      (await find(session.driver, `select[aria-label=Show] option[value="${text}"]`)).click();
    await to('age', 'star');
    await toast('Star of age');
    await show('starred');
    expect(await rows()).toEqual(['age']);
    await show('derived');
    expect(await rows()).toContain('satisfaction_3');
    await show('level:multiple');
    expect(await rows()).toEqual(['crops', '! comment_themes']);
    await show('all');
    await (await find(session.driver, 'select[aria-label=Order] option[value=name]')).click();
    const names = (await rows()).map((name) => name.replace('! ', ''));
    expect(names).toEqual([...names].sort((a, b) => a.localeCompare(b, 'en', { numeric: true })));
    await (await find(session.driver, 'select[aria-label=Order] option[value=file]')).click();
  });

  it('opens a peek at a name, by pointer and by key, on other screens too', async () => {
    await open(`${DEMO}/tables?rows=satisfaction&by=site`);
    const name = await find(session.driver, '[data-variable=plot_size] [data-peek]');
    await session.driver.executeScript('arguments[0].focus()', name);
    await keys('p');
    await says(session.driver, '[role=dialog][aria-label=Peek]', 'Lower quartile');
    await says(session.driver, '[role=dialog][aria-label=Peek]', 'From the column plot_size of fernhill.csv');
    await sound();
    await keys(Key.ESCAPE);
    expect(await session.driver.findElements(By.css('[role=dialog]'))).toHaveLength(0);
    await session.driver
      .actions()
      .move({ origin: await find(session.driver, '[aria-label^="By: "]') })
      .perform();
    await says(session.driver, '[role=dialog][aria-label=Peek]', 'Mill Row');
    await says(session.driver, '[role=dialog][aria-label=Peek]', 'Blank');
  });
});

describe('missing codes', () => {
  it('are declared after what will happen is shown, and taken back', async () => {
    await open(`${DEMO}/codebook`);
    await (await named(session.driver, 'Missing codes…')).click();
    await fill(session.driver, '[aria-label="Missing codes"] input:not([type])', '5');
    await says(session.driver, '[aria-label="Missing codes"]', 'it is a labelled answer');
    await says(session.driver, '[aria-label="Missing codes"] button', 'Nothing to change');
    const label = '//aside[@aria-label="Missing codes"]//label[contains(., "in Satisfaction with the site")]/input';
    await (await session.driver.findElement(By.xpath(label))).click();
    await sound();
    await (await named(session.driver, 'Declare in 1 variable')).click();
    await toast('5 is refused in 1 variable');
    expect((await variable('satisfaction')).codes.find(({ code }) => code === '5')?.missing).toBe('refused');
    await (await named(session.driver, 'Undo: 5 is refused in 1 variable')).click();
    await toast('Undone');
    expect((await variable('satisfaction')).codes.find(({ code }) => code === '5')?.missing).toBeNull();
  });
});

describe('code lists', () => {
  it('are made, put in order, used, and hold their order in a table', async () => {
    await open(`${DEMO}/codebook?view=lists`);
    await (await named(session.driver, 'site')).click();
    await (await find(session.driver, 'select[aria-label="Order the codes"] option[value=reversed]')).click();
    await sound();
    await (await named(session.driver, 'Keep the change')).click();
    await toast('Code list site');
    await open(`${DEMO}/tables?rows=site`);
    await says(session.driver, 'main table', 'Weir End');
    const labels = await session.driver.findElements(By.css('main table tbody th[scope=row]'));
    expect(await (labels[0] as WebElement).getText()).toBe('Weir End');
    await open(`${DEMO}/codebook?view=lists`);
    await (await named(session.driver, 'New code list')).click();
    await fill(session.driver, '[aria-label="Code list"] input', 'Half year');
    await fill(session.driver, '[aria-label="Label of 1"]', 'First half');
    await (await named(session.driver, 'Make the list')).click();
    await toast('New code list Half year');
    await says(session.driver, '[aria-label="Code list"]', 'Used by 0 variables');
    const { id } = await variable('season');
    await (await find(session.driver, `[aria-label="Used by"] option[value="${id}"]`)).click();
    await toast('Code list of season');
    expect((await variable('season')).codes[0]?.label).toBe('First half');
  });
});

describe('the respondents', () => {
  it('are read row by row, as labels or codes, and filtered by a value', async () => {
    await open(`${DEMO}/codebook?view=respondents`);
    const grid = '[aria-label="Respondents, one a row"]';
    await says(session.driver, grid, 'Mill Row');
    await (await named(session.driver, 'Codes')).click();
    await session.driver.wait(
      async () => !(await (await find(session.driver, grid)).getText()).includes('Mill Row'),
      5000,
    );
    await (await named(session.driver, 'Labels')).click();
    await open(`${DEMO}/codebook?view=respondents&variable=satisfaction&value=9`);
    await says(session.driver, '[role=status]', '134 of 2,412 respondents');
    await says(session.driver, grid, 'Refused');
    await (await find(session.driver, grid)).click();
    await chord(Key.CONTROL, Key.END);
    await session.driver.wait(
      async () => (await session.driver.findElements(By.css(`${grid} [role=row]`))).length < 60,
      5000,
    );
    await says(session.driver, grid, 'Survey weight');
    await sound();
  });
});

describe('the health list', () => {
  it('names what is wrong with its mend', async () => {
    await open(`${DEMO}/codebook`);
    await to('shares', 'codes');
    await keys('1; 2 = No', Key.ENTER);
    await (await named(session.driver, 'Only here')).click();
    await toast('Codes of shares');
    await open(`${DEMO}/codebook?view=health`);
    const row = '//section[@aria-label="Codes without a label"]//tr[contains(., "Shares the plot")]';
    await says(session.driver, '[aria-label="Codes without a label"]', 'Without a label: 1, which');
    await sound();
    await (await session.driver.findElement(By.xpath(`${row}//button[.="Label them"]`))).click();
    await says(session.driver, '[aria-label=Variable]', 'Shares the plot');
    await open(`${DEMO}/codebook?view=health`);
    await says(session.driver, '[aria-label="Codes without a label"]', 'Shares the plot');
    await (await session.driver.findElement(By.xpath(`${row}//button[.="It is right"]`))).click();
    await says(session.driver, '[aria-label="Health of the study"]', '1 passed over as right.');
  });
});

describe('text as a number', () => {
  it('is read with every exception decided', async () => {
    await open(`${DEMO}/workings?make=number&of=plot_size`);
    await says(session.driver, '[data-testid=proof]', 'Numbers.');
    await (await find(session.driver, '[aria-label="n/a is"] option[value=number]')).click();
    await fill(session.driver, '[aria-label="The number that n/a stands for"]', '50');
    await says(session.driver, '[data-testid=proof]', '73 of them by decision');
    await sound();
    await (await named(session.driver, 'Keep the number')).click();
    await toast('Kept: Plot size, m², as a number');
    const made = await variable('plot_size_m2_as_a_number');
    expect(made).toMatchObject({ level: 'number', made: 'convert', missing: 0, holds: true });
  });
});
