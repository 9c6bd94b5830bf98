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
    await says(session.driver, '[role=status]', '41 tables. p is adjusted over 41 tests.');
    const lines = await sweep({ by: 'site' });
    expect(lines).toHaveLength(41);
    expect(await titles()).toEqual(lines.slice(0, 5).map(({ title }) => title));
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await (await named(session.driver, 'n')).click();
    expect((await titles())[0]).toBe((await sweep({ by: 'site', sort: 'n' }))[0]?.title);
    await (await find(session.driver, 'li[data-variable=holder] button, li[data-variable] button')).click();
    await says(session.driver, '[role=status]', '40 tables. p is adjusted over 40 tests.');
    await (await named(session.driver, 'all of them')).click();
    await says(session.driver, '[role=status]', '41 tables.');
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
    expect(csv.body).toContain('40 variables by Site and Season of interview');
  });

  it('is kept in the binder, sorted and frozen there, and opens as it was kept', async () => {
    const { driver, server } = session;
    await driver.get(`${server.address}${DEMO}/sweep?rows=satisfaction&rows=renew&rows=age&by=site&sort=n`);
    await says(driver, '[role=status]', '3 tables.');
    await (await named(driver, 'Keep in binder')).click();
    await says(driver, '[role=status]', 'Kept in the binder: 3 variables by Site');
    await named(driver, 'Keep the change');
    const { body } = await call<{ tables: { id: number; title: string }[] }>(server, 'GET', DEMO);
    const { id } = body.tables.find(({ title }) => title === '3 variables by Site')!;
    const kept = async (query = '') =>
      (await call<{ lines: Line[] }>(server, 'GET', `${DEMO}/tables/${id}/sweep${query}`)).body.lines;
    expect(await kept()).toEqual(await sweep({ rows: ['satisfaction', 'renew', 'age'], by: 'site', sort: 'n' }));

    await driver.get(`${server.address}${DEMO}/binder#table-${id}`);
    const table = `[aria-label^="3 variables by Site, Table"]`;
    await find(driver, table);
    const firsts = async () =>
      Promise.all((await driver.findElements(By.css(`${table} tbody a`))).map((link) => link.getText()));
    expect(await firsts()).toEqual((await kept()).map(({ title }) => title));
    expect(await accessibilityProblems(driver)).toEqual([]);
    await driver.executeScript('arguments[0].click()', await find(driver, `${table} thead th:first-child button`));
    expect(await firsts()).toEqual(['Satisfaction with the site', 'Will renew', 'Age']);

    await call(server, 'POST', `${DEMO}/freeze`, { tables: [id] });
    const before = await kept();
    const renew = before.find(({ title }) => title === 'Will renew')!.variable;
    const changed = await call(server, 'PATCH', `${DEMO}/variables/${renew}`, { label: 'Stays on' });
    expect(changed.status).toBe(200);
    expect(await kept()).toEqual(before);
    expect((await kept('?now=true')).map(({ title }) => title)).toContain('Stays on');
    await driver.navigate().refresh();
    await says(driver, '[aria-label="Changed since it was frozen"]', 'would change');
    await says(driver, table, 'Will renew');

    // Its caption opens the sweep as it was kept, from Tables too.
    await driver.get(`${server.address}${DEMO}/tables?table=${id}`);
    await says(driver, '[aria-label=Sweep]', 'Stays on');
    await says(driver, '[role=status]', '3 tables.');
    await call(server, 'POST', `${DEMO}/ledger/undo`, {});
    expect(await consoleErrors(driver)).toEqual([]);
  });
});
