import { By } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, find, named, says } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();

interface Line {
  variable: number;
  title: string;
  n: number;
  test: { id: string; p: number } | null;
  adjustedP: number | null;
  strength: { symbol: string; value: number } | null;
}

const sweep = async (body: unknown) =>
  (await call<{ lines: Line[] }>(session.server, 'POST', `${DEMO}/sweep`, body)).body.lines;

const titles = async () =>
  Promise.all(
    (await session.driver.findElements(By.css('[aria-label=Sweep] a'))).slice(0, 5).map((link) => link.getText()),
  );

describe('a sweep', () => {
  it('has a line for each variable, the strongest first, and each opens to its table', async () => {
    await session.driver.get(`${session.server.address}${DEMO}/sweep`);
    await (await named(session.driver, 'by Site')).click();
    await says(session.driver, '[role=status]', '40 tables. p is adjusted over 40 tests.');
    const lines = await sweep({ by: 'site' });
    expect(lines).toHaveLength(40);
    expect(await titles()).toEqual(lines.slice(0, 5).map(({ title }) => title));
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await (await named(session.driver, 'n')).click();
    expect((await titles())[0]).toBe((await sweep({ by: 'site', sort: 'n' }))[0]?.title);
    await (await find(session.driver, 'li[data-variable=holder] button, li[data-variable] button')).click();
    await says(session.driver, '[role=status]', '39 tables. p is adjusted over 39 tests.');
    await (await named(session.driver, 'all of them')).click();
    await says(session.driver, '[role=status]', '40 tables.');
    // The peek of the roster's variable may still stand over the list.
    await session.driver.executeScript('arguments[0].click()', await named(session.driver, 'Strength'));
    await (await named(session.driver, 'Satisfaction in three')).click();
    await says(session.driver, 'h1', 'Satisfaction in three');
    await says(session.driver, '[data-answer=association]', 'Yes');
    expect(await consoleErrors(session.driver)).toEqual([]);
  });

  it('says of each table what its reading says, with p adjusted over the list', async () => {
    const lines = await sweep({
      rows: ['satisfaction', 'crops', 'age', 'renew'],
      by: 'site',
      adjustment: 'bonferroni',
    });
    for (const { title, n, test, adjustedP, strength } of lines) {
      const table = (
        await call<{ base: number; tests: Record<string, { p: number }>; measures: Record<string, { value: number }> }>(
          session.server,
          'POST',
          `${DEMO}/table`,
          { rows: title, by: 'site' },
        )
      ).body;
      expect(n).toBe(table.base);
      expect(test?.p).toBeCloseTo(table.tests[test?.id ?? '']?.p ?? NaN, 12);
      expect(adjustedP).toBeCloseTo(Math.min(1, 4 * (test?.p ?? 1)), 12);
      if (title === 'Age') expect(strength?.value).toBeCloseTo(Math.sqrt(table.measures['eta-squared']!.value), 12);
    }
  });

  it('is refused where nothing goes across, or there is too much of it', async () => {
    const refused = await call<{ detail: string; place: { field: string } }>(session.server, 'POST', `${DEMO}/sweep`, {
      by: [],
    });
    expect([refused.status, refused.body.place.field]).toEqual([400, 'by']);
    const csv = await call<string>(
      session.server,
      'GET',
      `${DEMO}/sweep.csv?asked=${encodeURIComponent(JSON.stringify({ by: ['site', 'season'] }))}`,
    );
    expect(csv.type).toContain('text/csv');
    expect(csv.body).toContain('39 variables by Site and Season of interview');
  });
});
