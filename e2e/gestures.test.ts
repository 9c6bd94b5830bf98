import { By, Key } from 'selenium-webdriver';
import type chrome from 'selenium-webdriver/chrome.js';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, find, named, press, says, type } from './browser.js';
import { drag } from './drag.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();

const open = (path: string) => session.driver.get(session.server.address + DEMO + path);

describe('dragging', () => {
  it('puts a variable from the roster into a slot of the sentence', async () => {
    await open('/tables?rows=satisfaction');
    await says(session.driver, '[data-testid=base]', 'Base');
    await drag(session.driver, 'li[data-variable=site] button', 'h1 button[aria-label="By: + by"]');
    await says(session.driver, 'h1', 'Site');
    await says(session.driver, '[data-answer=association]', 'Yes');
    await drag(session.driver, 'li[data-variable=season] button', 'h1 button[aria-label="Only where: + only where"]');
    await says(session.driver, '[role=group][aria-label^="Only where"]', 'Spring');
  });

  it('sends a code to another group, and merges one group into another', async () => {
    await open('/workings?make=regroup&of=satisfaction');
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await drag(session.driver, '[data-code="2"]', '[data-group="1"]');
    await says(session.driver, '[data-testid=proof]', 'Nobody is in Fairly satisfied.');
    await drag(session.driver, '[data-group="5"]', '[data-group="4"]');
    await says(session.driver, '[data-testid=regroup-diagram]', '4 groups');
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    expect(await consoleErrors(session.driver)).toEqual([]);
  });
});

describe('the headings of a table', () => {
  const heading = (code: string, side = 'rows') => `[data-side=${side}][data-heading="${code}"]`;
  const headings = async (side = 'rows') =>
    Promise.all((await session.driver.findElements(By.css(`[data-side=${side}]`))).map((element) => element.getText()));

  it('are merged, moved and set aside by dragging, which makes a regroup and puts it into the sentence', async () => {
    await open('/tables?rows=satisfaction&by=site');
    await says(session.driver, '[data-testid=base]', 'Base');
    await drag(session.driver, heading('2'), heading('1'));
    await says(session.driver, 'h1', 'Satisfaction with the site, regrouped');
    await says(session.driver, 'main', 'is made here from Satisfaction with the site; its proof holds.');
    await says(session.driver, 'table', 'Very satisfied / Fairly satisfied');
    await drag(session.driver, heading('1'), heading('4'), 'end');
    await says(session.driver, 'tbody tr:first-child th', 'Neither');
    expect(await headings()).toEqual([
      'Neither',
      'Fairly dissatisfied',
      'Very dissatisfied',
      'Very satisfied / Fairly satisfied',
    ]);
    await drag(session.driver, heading('1'), '[data-testid=aside-strip]');
    await says(session.driver, 'tbody tr:first-child th', 'Fairly dissatisfied');
    await says(session.driver, '[data-testid=base]', '365 Neither');
    // One working was made, and changed: nothing else stands on it.
    await open('/workings');
    await says(session.driver, 'ul[aria-label=Workings]', 'Satisfaction with the site, regrouped');
    expect(await session.driver.findElements(By.css('ul[aria-label=Workings] > li'))).toHaveLength(4);
    for (let k = 0; k < 3; k++) expect((await call(session.server, 'POST', `${DEMO}/ledger/undo`)).status).toBe(200);
  });

  it('have tools that a click opens, and keys; what is undone gives its place back', async () => {
    await open('/tables?rows=renew&by=site');
    await says(session.driver, '[data-testid=base]', 'Base');
    await (await find(session.driver, heading('1', 'by'))).click();
    await says(session.driver, '[role=group][aria-label^="Heading "]', 'Merge with');
    await (await find(session.driver, '[role=group][aria-label^="Heading "] option[value="2"]')).click();
    await says(session.driver, 'h1', 'Site, regrouped');
    await says(session.driver, 'thead', 'Mill Row / Orchard Bank');
    const first = await find(session.driver, heading('1', 'by'));
    await session.driver.executeScript('arguments[0].focus()', first);
    await session.driver.actions().keyDown(Key.ALT).sendKeys(Key.ARROW_RIGHT).keyUp(Key.ALT).perform();
    await says(session.driver, 'thead tr', 'Quarry Side');
    await session.driver.wait(async () => (await headings('by'))[0] === 'Quarry Side', 5000);
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    for (let k = 0; k < 2; k++) {
      await (await find(session.driver, '[role=group][aria-label=Ledger] button')).click();
      await says(session.driver, '[role=status]', 'Undone');
      await session.driver.sleep(400);
    }
    await session.driver.wait(async () => (await headings('by'))[0] === 'Mill Row', 5000);
    expect(await session.driver.getCurrentUrl()).toContain('by=site');
    expect(await consoleErrors(session.driver)).toEqual([]);
  });
});

describe('nets and names of one table', () => {
  const line = (code: string) => `[data-side=rows][data-heading="${code}"]`;
  const fill = async (css: string, text: string) => {
    const field = await find(session.driver, css);
    await field.sendKeys(Key.chord(Key.CONTROL, 'a'), text);
  };

  it('are made from a heading, changed, filled by dragging and taken away, and make no variable', async () => {
    await open('/tables?rows=crops&by=season');
    await says(session.driver, '[data-testid=base]', 'Base');
    await (await find(session.driver, line('1'))).click();
    await (await named(session.driver, 'Net with others…')).click();
    await (await find(session.driver, 'form[aria-label="A new net"] label:nth-of-type(2) input')).click();
    await fill('form[aria-label="A new net"] input:not([type])', 'Either');
    await (await named(session.driver, 'Make the net')).click();
    await says(session.driver, 'tbody tr:first-child th', 'Either');
    // Who grows potatoes or beans, once: counted by condition, too.
    const counts = await call<{ figures: { n: number[][] }; base: number }>(session.server, 'POST', `${DEMO}/table`, {
      rows: 'crops',
      only: [{ variable: 'crops', is: 'any-of', codes: ['1', '2'] }],
    });
    await says(session.driver, 'tbody tr:first-child td', counts.body.base.toLocaleString('en'));
    await drag(session.driver, line('3'), '[data-net="Either"]');
    await says(session.driver, 'tbody tr:nth-child(4) th', 'Onions');
    expect(await session.driver.findElements(By.css('tr[data-depth="1"]'))).toHaveLength(3);
    await (await find(session.driver, '[data-net="Either"]')).click();
    await (await find(session.driver, 'form[aria-label="Net Either"] option[value=hidden]')).click();
    await (await named(session.driver, 'Change the net')).click();
    await session.driver.wait(
      async () => (await session.driver.findElements(By.css('tr[data-depth="1"]'))).length === 0,
      5000,
    );
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await session.driver.navigate().refresh();
    await says(session.driver, 'tbody tr:first-child th', 'Either');
    await (await named(session.driver, 'without nets')).click();
    await says(session.driver, 'tbody tr:first-child th', 'Potatoes');
    expect(await consoleErrors(session.driver)).toEqual([]);
  });

  it('say what is wrong with a net where it is made', async () => {
    const nets = JSON.stringify([{ label: 'Ends', codes: ['1', '5'] }]);
    await open(`/tables?rows=satisfaction&by=site&nets=${encodeURIComponent(nets)}`);
    await (await find(session.driver, line('1'))).click();
    await (await named(session.driver, 'Net with others…')).click();
    await (await find(session.driver, 'form[aria-label="A new net"] label:nth-of-type(3) input')).click();
    await (await named(session.driver, 'Make the net')).click();
    await says(session.driver, 'form[aria-label="A new net"]', 'share categories, and neither is within the other');
  });

  it('call a heading otherwise in this table alone, in a nest too', async () => {
    await open('/tables?rows=satisfaction&rows=renew&by=site%3Eseason');
    await says(session.driver, '[data-testid=base]', 'Base');
    await (await find(session.driver, '[data-side=by][data-heading="1"]')).click();
    await fill('[role=group][aria-label^="Heading "] input', 'The mill');
    await (await named(session.driver, 'Rename')).click();
    await says(session.driver, 'thead', 'The mill');
    expect(await session.driver.getCurrentUrl()).toContain('codes=');
    await says(session.driver, '[role=group][aria-label="Of this table alone"]', 'one heading has another name');
    await open('/workings');
    await says(session.driver, 'ul[aria-label=Workings]', 'Crops grown');
    expect(await session.driver.findElements(By.css('ul[aria-label=Workings] > li'))).toHaveLength(3);
  });
});

describe('the roster', () => {
  it('is found by key, searched by category, and opens what can be done', async () => {
    await open('/tables?rows=site');
    await says(session.driver, '[data-testid=base]', 'Base');
    await press(session.driver, '/');
    await type(session.driver, 'weir end');
    const elements = await session.driver.findElements(By.css('section[aria-label=Roster] li[data-variable]'));
    expect(await Promise.all(elements.map((element) => element.getAttribute('data-variable')))).toEqual(['site']);
    await (await find(session.driver, 'li[data-variable=site] button')).click();
    await named(session.driver, 'Only where');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
  });

  it('filters by kind', async () => {
    await open('/tables');
    await (await find(session.driver, 'select[aria-label=Show] option[value=derived]')).click();
    const elements = await session.driver.findElements(By.css('section[aria-label=Roster] li[data-variable]'));
    expect(await Promise.all(elements.map((element) => element.getAttribute('data-variable')))).toEqual([
      'satisfaction_3',
      'crops',
      'comment_themes',
    ]);
  });
});

describe('a condition over categories', () => {
  it('is made by ticking, turned round, and taken out', async () => {
    await open('/tables?rows=renew');
    await says(session.driver, '[data-testid=base]', 'Base 2,412');
    await press(session.driver, 'f');
    await type(session.driver, 'crops grown', '\uE007');
    await (await find(session.driver, '[role=group][aria-label^="Only where"] input[type=checkbox]')).click();
    await says(session.driver, 'h1', 'Crops grown mentions Potatoes');
    await (await named(session.driver, 'mentions none of')).click();
    await says(session.driver, 'h1', 'Crops grown does not mention Potatoes');
    await says(session.driver, '[data-testid=base]', 'mentions Potatoes');
    await (await named(session.driver, 'Done')).click();
    await (await named(session.driver, 'Take out Crops grown does not mention Potatoes')).click();
    await says(session.driver, '[data-testid=base]', 'Base 2,412');
  });
});

describe('the binder', () => {
  it('changes a kept table in place, and takes one out only after asking', async () => {
    await open('/tables?table=1');
    await says(session.driver, 'h1', 'Satisfaction with the site');
    await (await named(session.driver, 'row %')).click();
    await (await named(session.driver, 'Keep the change')).click();
    await says(session.driver, '[role=status]', 'Kept in the binder');
    await open('/tables?table=1');
    await says(session.driver, 'thead', 'row %');
    await open('/binder');
    await (await named(session.driver, 'Take out Satisfaction with the site by Site')).click();
    await says(session.driver, 'main', 'Yes, take it out');
    await (await named(session.driver, 'Yes, take it out')).click();
    await says(session.driver, 'main', 'No table has been kept in it yet.');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
  });
});

describe('other sizes', () => {
  const devtools = () => session.driver as unknown as chrome.Driver;
  const size = (width: number, height: number) =>
    devtools().sendDevToolsCommand('Emulation.setDeviceMetricsOverride', {
      width,
      height,
      deviceScaleFactor: 1,
      mobile: false,
    });

  it.each([
    [1920, 1080],
    [1024, 700],
  ])('%d x %d: nothing runs off the side of the page', async (width, height) => {
    await size(width, height);
    for (const path of [
      '/tables?rows=satisfaction&by=site',
      '/codebook',
      '/workings?make=regroup&of=satisfaction',
      '/binder',
    ]) {
      await open(path);
      await find(session.driver, 'main h1, main table');
      const over = await session.driver.executeScript<number>(
        'return document.documentElement.scrollWidth - window.innerWidth',
      );
      expect(over, path).toBeLessThanOrEqual(0);
      expect(await accessibilityProblems(session.driver), path).toEqual([]);
    }
    await size(1280, 800);
  });

  it('prints the table and its reading without the tools', async () => {
    await open('/tables?rows=satisfaction&by=site');
    await says(session.driver, '[data-testid=base]', 'Base');
    await devtools().sendDevToolsCommand('Emulation.setEmulatedMedia', { media: 'print' });
    const shown = async (css: string) => (await find(session.driver, css)).isDisplayed();
    expect(await shown('header')).toBe(false);
    expect(await shown('section[aria-label=Roster]')).toBe(false);
    expect(await shown('[role=group][aria-label=Table]')).toBe(false);
    expect(await shown('table')).toBe(true);
    expect(await shown('[data-answer=say]')).toBe(true);
    await devtools().sendDevToolsCommand('Emulation.setEmulatedMedia', { media: '' });
  });
});
