import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, find, named, says } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const open = (path: string) => session.driver.get(session.server.address + DEMO + path);

/** What the parts of the picture say of themselves. */
const said = async () =>
  Promise.all(
    (await session.driver.findElements(By.css('figure > span svg[role=img] title'))).map((title) =>
      title.getAttribute('textContent'),
    ),
  );

describe('the picture of a table', () => {
  it('is chosen by small ones, by mouse and keyboard, kept in the address, and shows the table’s figures', async () => {
    await open('/tables?rows=satisfaction&by=site');
    await says(session.driver, 'figcaption', 'stacked to 100%');
    await (await named(session.driver, 'bars')).click();
    await says(session.driver, 'figcaption', 'Satisfaction with the site by Site, bars');
    const { body } = await call<{ figures: { 'column-percent': number[][] } }>(
      session.server,
      'POST',
      `${DEMO}/table`,
      {
        rows: 'satisfaction',
        by: 'site',
      },
    );
    const first = Math.round(body.figures['column-percent'][0]?.[0] ?? 0);
    expect(await said()).toContain(`Very satisfied, Mill Row: ${first}%`);
    await session.driver.actions().sendKeys(Key.ARROW_RIGHT).perform();
    await says(session.driver, 'figcaption', 'parted in the middle');
    expect(await session.driver.getCurrentUrl()).toContain('picture-diverging');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await session.driver.navigate().refresh();
    await says(session.driver, 'figcaption', 'parted in the middle');
    for (const kind of ['SVG', 'PNG']) await (await named(session.driver, kind)).click();
    await session.driver.sleep(600);
    expect(await (await find(session.driver, 'main')).getText()).not.toContain('does not make a picture');
    await (await named(session.driver, 'figures')).click();
    await session.driver.wait(
      async () => (await session.driver.findElements(By.css('figure > span svg .value'))).length === 0,
      5000,
    );
    expect(await consoleErrors(session.driver)).toEqual([]);
  });

  it('has the title and the size that it is given, and keeps both in the address', async () => {
    await open('/tables?rows=satisfaction&by=site');
    const title = await find(session.driver, '[aria-label="Title of the picture"]');
    await title.sendKeys('Who is content, & where', Key.ENTER);
    await says(session.driver, 'figcaption', 'Who is content, & where');
    await (await find(session.driver, 'figure option[value="460"]')).click();
    await find(session.driver, 'figure > span svg[viewBox^="0 0 460 "]');
    const chart = await find(session.driver, 'figure > span svg[role=img]');
    expect(await chart.getAttribute('aria-label')).toBe('Chart: Who is content, & where');
    await session.driver.navigate().refresh();
    await says(session.driver, 'figcaption', 'Who is content, & where');
    await find(session.driver, 'figure > span svg[viewBox^="0 0 460 "]');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
  });

  it('of a number is boxes, of two groups slopes, of one variable bars', async () => {
    await open('/tables?rows=age&by=site');
    await says(session.driver, 'figcaption', 'Age by Site, boxes');
    await open('/tables?rows=crops&by=season&show=picture-slopes');
    await says(session.driver, 'figcaption', 'slopes');
    await open('/tables?rows=satisfaction');
    await says(session.driver, 'figcaption', 'bars');
    await find(session.driver, 'figure > span svg[role=img]');
  });
});
