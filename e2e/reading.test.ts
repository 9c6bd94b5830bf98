import { By, type WebDriver } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, fill, find, named, says, startBrowser } from './browser.js';
import { type Server, startServer, temporaryStore } from './server.js';

const home = temporaryStore();
let server: Server;
let driver: WebDriver;
beforeAll(async () => {
  server = await startServer(home.store, 'demo');
  driver = await startBrowser();
});
afterAll(async () => {
  await driver.quit();
  await server.stop();
  home.remove();
});

const READING = 'aside[aria-label=Reading]';

/** Pastes text into the field that has a name, as the browser would. */
async function paste(field: string, text: string): Promise<void> {
  await driver.executeScript(
    `const data = new DataTransfer(); data.setData('text/plain', arguments[1]);
     arguments[0].dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));`,
    await find(driver, field),
    text,
  );
}

describe('a table on paper', () => {
  it('is found without a study, typed in, and read at once', async () => {
    await driver.get(`${server.address}/studies`);
    await (await find(driver, 'nav a[href="/paper"]')).click();
    await fill(driver, 'input[aria-label="Row 1, Column 1"]', '40');
    await fill(driver, 'input[aria-label="Row 1, Column 2"]', '80');
    await fill(driver, 'input[aria-label="Row 2, Column 1"]', '60');
    await fill(driver, 'input[aria-label="Row 2, Column 2"]', '20');
    await says(driver, READING, 'χ²(1) = 33.3, p < .001');
    await says(driver, READING, 'OR = 0.17');
    await (await find(driver, 'summary[aria-label="Show the sum of Pearson\'s chi-square"]')).click();
    await says(driver, READING, '120 × 100 / 200 = 60');
    await fill(driver, 'input[aria-label="Label of row 1"]', 'Renews');
    await says(driver, READING, '“Renews” is more frequent');
    expect(await accessibilityProblems(driver)).toEqual([]);
  });

  it('is still there after a reload', async () => {
    await driver.navigate().refresh();
    await says(driver, READING, '“Renews” is more frequent');
  });

  it('names a cell that is no count, waits, and goes on when it is mended', async () => {
    await fill(driver, 'input[aria-label="Renews, Column 1"]', '-4');
    await says(driver, '[data-testid=findings]', 'Renews, Column 1: “-4” is negative.');
    await says(driver, READING, 'The reading stands here');
    await fill(driver, 'input[aria-label="Renews, Column 1"]', '1,040');
    await says(driver, '[data-testid=findings]', 'One cell was read with care');
    await says(driver, READING, 'Is there an association?');
  });

  it('takes a whole table from the clipboard, sets its totals aside, and compares its columns by letters', async () => {
    await paste(
      'input[aria-label="Label of column 1"]',
      '\tNorth\tMiddle\tSouth\tTotal\nHeap\t64\t41\t18\t123\nBay\t22\t37\t49\t108\nNone\t9\t15\t31\t55\nTotal\t95\t93\t98\t286\n',
    );
    await says(driver, '[data-testid=findings]', 'a row of totals, left out');
    await says(driver, '[data-testid=findings]', 'a column of totals, left out');
    await says(driver, READING, 'N = 286');
    await (await named(driver, 'letters')).click();
    await says(driver, 'table tbody tr:first-child td:nth-of-type(2)', 'B C');
    await (await find(driver, 'select[aria-label="How the comparisons are adjusted"]')).sendKeys('Bonferroni');
    await says(driver, 'table thead', 'A');
    expect(await accessibilityProblems(driver)).toEqual([]);
    expect(await consoleErrors(driver)).toEqual([]);
  });

  it('refuses a text without a table, and lays one out that has it', async () => {
    await (await named(driver, 'Paste a table…')).click();
    await fill(driver, '#pasted', '---');
    await (await named(driver, 'Lay it out')).click();
    await says(driver, '[role=alert]', 'There is no table');
    await fill(driver, '#pasted', 'Never 3 1 0 Rarely');
    await fill(
      driver,
      '#pasted',
      '| | a | b | c |\n|-|-|-|-|\n| Never | 3 | 1 | 0 |\n| Often | 1 | 2 | 4 |\n| Daily | 2 | 0 | 5 |',
    );
    await (await named(driver, 'Lay it out')).click();
    await says(driver, READING, "verdict stands on Fisher's exact test");
    await says(driver, READING, "read Fisher's exact test");
  });

  it('reads an order once it is told of one', async () => {
    for (const side of ['rows', 'columns']) {
      const [, ordered] = await driver.findElements(
        By.css(`[role=radiogroup][aria-label="Level of the ${side}"] button`),
      );
      await ordered?.click();
    }
    await says(driver, READING, 'Gamma');
    await says(driver, READING, "Kendall's tau-b");
    await (await named(driver, 'Start anew')).click();
    await says(driver, READING, 'The reading stands here');
  });
});

describe('an exact test', () => {
  it('is offered where chi-square holds, and worked out beside the page', async () => {
    await driver.get(`${server.address}/studies/fernhill-allotments/tables?rows=satisfaction&by=site`);
    await (await named(driver, 'Work out the exact p')).click();
    await says(driver, '[data-answer=association]', '3 other tests');
    await (await find(driver, '[data-answer=association] > details:not([class*=sum]) > summary')).click();
    await says(driver, READING, "Fisher's exact test: p < .001 (20,000 tables drawn");
    expect(await consoleErrors(driver)).toEqual([]);
  });
});

describe('a regrouped variable', () => {
  it('is checked over the groupings of what it was made from', async () => {
    await driver.get(`${server.address}/studies/fernhill-allotments/tables?rows=satisfaction_3&by=site`);
    await says(driver, '[data-answer=trust]', 'However Satisfaction with the site is cut in order (15 ways)');
  });
});
