import { Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { find, named, says } from './browser.js';
import { pasted } from './pasted.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();

const count = (text: string, part: string) => text.split(part).length - 1;

describe('a table that is copied', () => {
  it('by the keyboard is a table for a document, and cells for a spreadsheet', async () => {
    await session.open(`${DEMO}/tables?rows=satisfaction&by=site`);
    await says(session.driver, '[data-testid=base]', 'Base');
    const region = await find(session.driver, '[role=region][aria-label^="Table:"]');
    await session.driver.executeScript('arguments[0].focus()', region);
    await session.driver.actions().keyDown(Key.CONTROL).sendKeys('c').keyUp(Key.CONTROL).perform();
    await says(session.driver, '[role=status]', 'Copied');
    const { html, text } = await pasted(session.driver);
    expect(count(html, '<th ')).toBe(8 + 5 + 10 + 1);
    expect(html).toMatch(/rowspan="2"[^>]*>Very satisfied/);
    const lines = text.split('\n').map((line) => line.split('\t'));
    expect(lines[0]).toEqual(['Satisfaction with the site by Site']);
    expect(lines[2]?.slice(0, 4)).toEqual(['Very satisfied', 'column %', '27.5', '22.1']);
    expect(lines[3]?.slice(0, 4)).toEqual(['', 'n', '604', '81']);
    expect(lines.find(([label]) => label === 'Base')?.slice(2)).toEqual([
      '2199',
      ...['366', '357', '401', '357', '328', '390'],
    ]);
  });

  it('by its button is the same, with the figures that are chosen', async () => {
    await (await named(session.driver, 'row %')).click();
    await (await named(session.driver, 'Copy')).click();
    await says(session.driver, '[role=status]', 'Copied');
    const { text } = await pasted(session.driver);
    expect(text.split('\n')[2]).toMatch(/^Very satisfied\trow %\t100\.0\t13\.4\t/);
    await session.sound();
  });
});
