import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { fill, find, named, press, says, type } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TABLES = `${DEMO}/tables`;
const REGION = '[role=region][aria-label^="Table: Summary"]';

/** The lines of the first table that fits, cell by cell, as they are read. */
const linesOf = (css: string) =>
  session.driver.executeScript<string[][]>(
    `return [...document.querySelector(arguments[0]).querySelectorAll('tbody tr')].map((line) =>
       [...line.cells].map((cell) => cell.innerText.replace(/\\s+/g, ' ').trim()));`,
    css,
  );

const linesOfItem = async (label: string) => {
  const lines = await linesOf(`${REGION} table`);
  return lines.find(([name]) => name === label);
};

describe('a summary on the screen', () => {
  it('is made of all variables that were found, and by groups', async () => {
    await session.open(`${TABLES}?rows=age`);
    await says(session.driver, '[data-testid=base]', 'Base');
    await fill(session.driver, 'input[aria-label="Find a variable or category"]', 'grows');
    await (await named(session.driver, 'As a summary')).click();
    await says(session.driver, 'h1', 'Summary');
    await says(session.driver, REGION, 'Grows beans: Yes');
    await (await find(session.driver, 'h1 button[aria-label^="By:"]')).click();
    await type(session.driver, 'season', Key.ENTER);
    await says(session.driver, `${REGION} thead`, 'Spring');
    await says(session.driver, `${REGION} thead`, 'Strength');
    await session.sound();
  });

  it('says each variable in figures of its level, with a test of each', async () => {
    await session.open(`${TABLES}?rows=age&rows=satisfaction&rows=shares&rows=crops&by=site&summary=true`);
    await says(session.driver, REGION, 'Crops grown');
    expect((await linesOfItem('Age mean (sd)'))?.slice(1, 3)).toEqual(['55.9 (14.6)', '55.2 (14.1)']);
    expect((await linesOfItem('Shares the plot: Yes n (%)'))?.[1]).toBe('812 (33.7)');
    expect((await linesOfItem('Very satisfied'))?.[3]).toBe('153 (42.9)');
    expect((await linesOfItem('Satisfaction with the site n (%)'))?.slice(-3)).toEqual([
      '< .001',
      'H(5) = 300.9',
      'V .19',
    ]);
    await says(session.driver, 'main', 'Without an answer, and in no figure of that variable: Age 32');
    await (await named(session.driver, 'in a row')).click();
    await says(session.driver, REGION, 'No answer');
    await find(session.driver, `${REGION} tr[data-is=unanswered]`);
    await (await find(session.driver, 'select[aria-label="How p is adjusted"]')).sendKeys('p adjusted, Holm');
    await says(session.driver, `${REGION} thead`, 'adjusted p');
    await (await named(session.driver, 'median [quartiles]')).click();
    await says(session.driver, REGION, '56 [46, 66]');
    await (await find(session.driver, `${REGION} button[data-heading="1"][data-side=rows]`)).click();
    await fill(session.driver, 'form input', 'Delighted');
    await (await named(session.driver, 'Rename')).click();
    await says(session.driver, REGION, 'Delighted');
    await session.sound();
  });

  it('has its variables named, moved, written and taken out where they stand', async () => {
    await session.open(`${TABLES}?rows=age&rows=satisfaction&rows=shares&by=season&summary=true`);
    await says(session.driver, REGION, 'Shares the plot');
    const opens = async (name: string) => {
      await says(session.driver, REGION, name);
      await session.driver.findElement(By.xpath(`//*[@role='region']//button[starts-with(., '${name}')]`)).click();
    };
    await opens('Satisfaction with the site');
    await session.sound();
    await fill(session.driver, '[role=dialog] input', 'How satisfied');
    await (await named(session.driver, 'Rename')).click();
    await says(session.driver, REGION, 'How satisfied');
    await opens('How satisfied');
    await (await find(session.driver, '[role=dialog] select')).sendKeys('Very satisfied alone');
    await says(session.driver, REGION, 'How satisfied: Very satisfied');
    await (await find(session.driver, '[role=dialog] button[aria-label="More decimals"]')).click();
    await says(session.driver, REGION, '604 (27.47)');
    await (await named(session.driver, 'Up')).click();
    await says(session.driver, `${REGION} tr[data-is=variable]`, 'How satisfied');
    await opens('Age');
    await (await named(session.driver, 'Take out')).click();
    await says(session.driver, 'h1', 'Shares the plot');
    expect(await session.driver.getCurrentUrl()).toContain('label=How+satisfied');
    expect((await linesOf(`${REGION} table`)).map(([label]) => label)).toEqual([
      'Respondents',
      'How satisfied: Very satisfied n (%)',
      'Shares the plot: Yes n (%)',
    ]);
    await session.driver.navigate().refresh();
    await says(session.driver, REGION, '604 (27.47)');
    // Written as a text, it keeps what is no part of its words.
    await press(session.driver, 't');
    await find(session.driver, 'textarea[aria-label="The sentence as text"]');
    await type(session.driver, Key.END, ', only where Age 18 and over', Key.ENTER);
    await says(session.driver, 'h1', 'only where');
    await says(session.driver, REGION, 'How satisfied: Very satisfied');
  });

  it('notices categories that were read as a number, and mends it', async () => {
    const { body } = await call<{ variables: { id: number; name: string; level: string }[] }>(
      session.server,
      'GET',
      DEMO,
    );
    const { id } = body.variables.find(({ name }) => name === 'use_tap')!;
    const edit = (level: string) => ({ edits: [{ variable: id, level }] });
    expect((await call(session.server, 'PATCH', `${DEMO}/codebook`, edit('number'))).status).toBe(200);
    await session.open(`${TABLES}?rows=use_tap&rows=age&by=season&summary=true`);
    await says(session.driver, 'main', 'is read as a number, and has no other values than 1 to');
    await (await named(session.driver, 'Read it as ordered categories')).click();
    await says(session.driver, REGION, 'Uses the water tap');
    await find(session.driver, `${REGION} tr[data-is=category]`);
    expect(await session.driver.findElements(By.xpath("//*[contains(text(), 'is read as a number')]"))).toHaveLength(0);
  });

  it('stands in the binder and in its page cell by cell as on the screen', async () => {
    await session.open(
      `${TABLES}?rows=age&rows=satisfaction&rows=shares&rows=crops&by=site&summary=true&show=summary-missing-row`,
    );
    await says(session.driver, REGION, 'Crops grown');
    const shown = await linesOf(`${REGION} table`);
    await (await named(session.driver, 'Keep in binder')).click();
    await says(session.driver, 'body', 'Keep the change');
    await session.open(`${DEMO}/binder`);
    const { body } = await call<{ tables: { id: number }[] }>(session.server, 'GET', DEMO);
    const table = body.tables.at(-1)!.id;
    await (await find(session.driver, `nav[aria-label=Contents] a[href="#table-${table}"]`)).click();
    await says(session.driver, `article:has(#table-${table})`, 'Tests:');
    expect(await linesOf(`article:has(#table-${table}) table`)).toEqual(shown);
    const path = `${session.server.address}/api/v1${DEMO}/binder/file?as=html&tables=${table}`;
    const html = await (await fetch(path)).text();
    const page = await session.driver.executeScript<string[][]>(
      `return [...new DOMParser().parseFromString(arguments[0], 'text/html').querySelectorAll('tbody tr')].map((line) =>
         [...line.cells].map((cell) => cell.textContent.replace(/\\s+/g, ' ').trim()));`,
      html,
    );
    // What its figures are stands behind a comma there.
    const unnamed = (lines: string[][]) =>
      lines.map(([label = '', ...cells]) => [label.replace(/,(?= )/g, ''), ...cells]);
    expect(unnamed(page)).toEqual(unnamed(shown));
  });
});
