import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, fill, find, named, says } from './browser.js';
import { demoSession } from './session.js';

const session = demoSession();

const READING = 'aside[aria-label=Reading]';

/** Pastes text into the field that has a name, as the browser would. */
async function paste(field: string, text: string): Promise<void> {
  await session.driver.executeScript(
    `const data = new DataTransfer(); data.setData('text/plain', arguments[1]);
     const paste = new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true });
      arguments[0].dispatchEvent(paste);`,
    await find(session.driver, field),
    text,
  );
}

describe('a table on paper', () => {
  it('is found without a study, typed in, and read at once', async () => {
    await session.driver.get(`${session.server.address}/studies`);
    await (await find(session.driver, 'nav a[href="/paper"]')).click();
    await fill(session.driver, 'input[aria-label="Row 1, Column 1"]', '40');
    await fill(session.driver, 'input[aria-label="Row 1, Column 2"]', '80');
    await fill(session.driver, 'input[aria-label="Row 2, Column 1"]', '60');
    await fill(session.driver, 'input[aria-label="Row 2, Column 2"]', '20');
    await says(session.driver, READING, 'χ²(1) = 33.3, p < .001');
    await says(session.driver, READING, 'OR = 0.17');
    await (await find(session.driver, 'summary[aria-label="Show the sum of Pearson\'s chi-square"]')).click();
    await says(session.driver, READING, '120 × 100 / 200 = 60');
    await fill(session.driver, 'input[aria-label="Label of row 1"]', 'Renews');
    await says(session.driver, READING, ' is “Renews” for ');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
  });

  it('is still there after a reload', async () => {
    await session.driver.navigate().refresh();
    await says(session.driver, READING, ' is “Renews” for ');
  });

  it('names a cell that is no count, waits, and goes on when it is mended', async () => {
    await fill(session.driver, 'input[aria-label="Renews, Column 1"]', '-4');
    await says(session.driver, '[data-testid=findings]', 'Renews, Column 1: “-4” is negative.');
    await says(session.driver, READING, 'The reading stands here');
    await fill(session.driver, 'input[aria-label="Renews, Column 1"]', '1,040');
    await says(session.driver, '[data-testid=findings]', 'One cell was read with care');
    await says(session.driver, READING, 'Is there an association?');
  });

  it('takes a whole table from the clipboard, sets its totals aside, and compares its columns by letters', async () => {
    await paste(
      'input[aria-label="Label of column 1"]',
      '\tNorth\tMiddle\tSouth\tTotal\nHeap\t64\t41\t18\t123\nBay\t22\t37\t49\t108\n' +
        'None\t9\t15\t31\t55\nTotal\t95\t93\t98\t286\n',
    );
    await says(session.driver, '[data-testid=findings]', 'a row of totals, left out');
    await says(session.driver, '[data-testid=findings]', 'a column of totals, left out');
    await says(session.driver, READING, 'N = 286');
    await (await named(session.driver, 'letters')).click();
    await says(session.driver, 'table tbody tr:first-child td:nth-of-type(2)', 'B C');
    await (await named(session.driver, 'Figures…')).click();
    await (await find(session.driver, 'select[aria-label="How the comparisons are adjusted"]')).sendKeys('Bonferroni');
    await says(session.driver, 'table thead', 'A');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    expect(await consoleErrors(session.driver)).toEqual([]);
  });

  it('refuses a text without a table, and lays one out that has it', async () => {
    await (await named(session.driver, 'Paste a table…')).click();
    await fill(session.driver, '#pasted', '---');
    await (await named(session.driver, 'Lay it out')).click();
    await says(session.driver, '[role=alert]', 'There is no table');
    await fill(session.driver, '#pasted', 'Never 3 1 0 Rarely');
    await fill(
      session.driver,
      '#pasted',
      '| | a | b | c |\n|-|-|-|-|\n| Never | 3 | 1 | 0 |\n| Often | 1 | 2 | 4 |\n| Daily | 2 | 0 | 5 |',
    );
    await (await named(session.driver, 'Lay it out')).click();
    await says(session.driver, READING, "verdict stands on Fisher's exact test");
    await says(session.driver, READING, "read Fisher's exact test");
  });

  it('reads an order once it is told of one', async () => {
    for (const side of ['rows', 'columns']) {
      const [, ordered] = await session.driver.findElements(
        By.css(`[role=radiogroup][aria-label="Level of the ${side}"] button`),
      );
      await ordered?.click();
    }
    await says(session.driver, READING, 'Gamma');
    await says(session.driver, READING, "Kendall's tau-b");
    await (await named(session.driver, 'Start anew')).click();
    await says(session.driver, READING, 'The reading stands here');
  });
});

describe('an exact test', () => {
  it('is offered where chi-square holds, and worked out beside the page', async () => {
    await session.driver.get(`${session.server.address}/studies/fernhill-allotments/tables?rows=satisfaction&by=site`);
    await (await named(session.driver, 'Work out the exact p')).click();
    await says(session.driver, '[data-answer=association]', '3 other tests');
    await (await find(session.driver, '[data-answer=association] > details:not([class*=sum]) > summary')).click();
    await says(session.driver, READING, "Fisher's exact test: p < .001 (20,000 tables drawn");
    expect(await consoleErrors(session.driver)).toEqual([]);
  });
});

describe('a regrouped variable', () => {
  it('is checked over the groupings of what it was made from', async () => {
    await session.driver.get(
      `${session.server.address}/studies/fernhill-allotments/tables?rows=satisfaction_3&by=site`,
    );
    await says(session.driver, '[data-answer=trust]', 'However Satisfaction with the site is cut in order (15 ways)');
  });
});
