import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, find, named, says } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const open = (path: string) => session.driver.get(session.server.address + DEMO + path);
const base = (text: string) => says(session.driver, '[data-testid=base]', text);

describe('who is left out', () => {
  it('is brought in by a click on the reason, and left out again', async () => {
    await open('/tables?rows=satisfaction&by=site');
    await base('Base 2,199');
    await (await named(session.driver, '134 Refused')).click();
    await base('Base 2,333');
    await says(session.driver, 'table', 'Refused');
    const answer = await call<{ base: number }>(session.server, 'POST', `${DEMO}/table`, {
      rows: 'satisfaction',
      by: 'site',
      codes: [{ variable: 'satisfaction', code: '9', answer: true }],
    });
    expect(answer.body.base).toBe(2333);
    await session.driver.navigate().refresh();
    await base('Base 2,333');
    await (await named(session.driver, 'leave it out')).click();
    await base('Base 2,199');
    const only = encodeURIComponent(JSON.stringify([{ variable: 'renew', is: 'any-of', codes: ['1'] }]));
    await open(`/tables?rows=crops&by=site&only=${only}`);
    await base('Left out by Will renew');
    await (await find(session.driver, '[data-testid=base] button')).click();
    await base('Base 2,375');
    await (await named(session.driver, '37 blank')).click();
    await base('Base 2,412');
    expect(await consoleErrors(session.driver)).toEqual([]);
  });
});

describe('small bases', () => {
  it('are marked, shown without figures and not compared under limits of one’s own', async () => {
    await open('/tables?rows=satisfaction&by=site&figures=column-percent,count,letters');
    await base('Base 2,199');
    await (await named(session.driver, 'Bases…')).click();
    const [small, hide] = await session.driver.findElements(By.css('[role=dialog][aria-label=Bases] input'));
    await small?.sendKeys('360');
    await hide?.sendKeys('340');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    // Upper Ley, of 328, is the last but one.
    await says(session.driver, 'tfoot tr:last-child td:nth-of-type(6)', '!');
    await session.driver.wait(async () => {
      const cell = await find(session.driver, 'tbody tr:first-child td:nth-of-type(6)');
      return !(await cell.getText()).includes('28');
    }, 5000);
    expect(await (await find(session.driver, 'thead th:nth-of-type(7)')).getText()).not.toMatch(/[A-F]$/);
    expect(await session.driver.getCurrentUrl()).toContain('hide-340');
    await (await named(session.driver, 'Keep in binder')).click();
    await says(session.driver, '[role=status]', 'Kept in the binder');
    const id = /table=(\d+)/.exec(await session.driver.getCurrentUrl())?.[1] ?? '';
    const asked = `/binder/file?as=csv&tables=${id}`;
    const file = await (await fetch(`${session.server.address}/api/v1${DEMO}${asked}`)).text();
    expect(file.split('\n').find((line) => line.startsWith('Very satisfied'))).toContain(',,');
  });
});
