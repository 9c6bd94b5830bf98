import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, find, named, says } from './browser.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const open = (path: string) => session.driver.get(session.server.address + DEMO + path);
const PANE = 'section[aria-label="One cell"]';

/** The n of the open cell, and how many respondents its conditions keep. */
async function bothCounts(): Promise<[string, string]> {
  await says(session.driver, '[data-testid=cell-respondents]', 'respondents');
  const n = await find(session.driver, `${PANE} li b`);
  const kept = await find(session.driver, '[data-testid=cell-respondents] b');
  return [await n.getText(), await kept.getText()];
}

describe('a cell', () => {
  it('opens to its figures, how they come about, and who is in it, by mouse and by keyboard', async () => {
    await open('/tables?rows=satisfaction&by=site');
    await says(session.driver, '[data-testid=base]', 'Base 2,199');
    await (await find(session.driver, 'tbody tr:first-child td:nth-of-type(4)')).click();
    await says(session.driver, PANE, 'Very satisfied in Quarry Side');
    expect(await bothCounts()).toEqual(['39', '39']);
    await (await find(session.driver, `${PANE} summary[aria-label="Show the sum of column %"]`)).click();
    await says(session.driver, PANE, '100 × 39 / 401 = 9.7257');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await (await named(session.driver, 'Back to the reading')).click();
    await says(session.driver, '[data-answer=association]', 'Yes');
    const region = await find(session.driver, '[role=region][aria-label^="Table:"]');
    await region.sendKeys(Key.ENTER);
    await session.driver.actions().sendKeys(Key.ARROW_DOWN, Key.ARROW_RIGHT, Key.ENTER).perform();
    await says(session.driver, PANE, 'Fairly satisfied in Mill Row');
    expect(await bothCounts()).toEqual(['156', '156']);
    expect(await consoleErrors(session.driver)).toEqual([]);
  });

  it('has the respondents that its n counts, of a weighted, nested and filtered table and of options', async () => {
    const only = encodeURIComponent(JSON.stringify([{ variable: 'renew', is: 'any-of', codes: ['1'] }]));
    await open(`/tables?rows=crops&rows=satisfaction&by=site%3Eseason&weight=weight&only=${only}`);
    await says(session.driver, '[data-testid=base]', 'Base');
    for (const cell of ['td:nth-of-type(1)', 'td:nth-of-type(4)']) {
      for (const item of [1, 2]) {
        // The heading of a tall table stays over its first lines, so the cell is pressed without the pointer.
        const target = await find(session.driver, `tbody:nth-of-type(${item}) tr:nth-child(3) ${cell}`);
        await session.driver.executeScript('arguments[0].click()', target);
        const [n, kept] = await bothCounts();
        // Of a question the base holds who says none of these too, which no condition does.
        if (item === 2 || cell !== 'td:nth-of-type(1)') expect(kept).toBe(n);
        await session.driver.findElement(By.css('body')).sendKeys(Key.ESCAPE);
      }
    }
  });
});
