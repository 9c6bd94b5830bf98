import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { accessibilityProblems, consoleErrors, fill, find, named, press, says, startBrowser, type } from './browser.js';
import { startServer } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();

const { open, sound } = session;
const title = async () => (await find(session.driver, 'h1')).getText();

describe('the demo study', () => {
  it('opens on the first address', async () => {
    await open('/');
    await says(session.driver, 'main', 'Fernhill Allotments');
    await says(session.driver, 'main', '2,412 respondents');
    await sound();
  });

  it('lists every variable with level, picture and missing share', async () => {
    await open(`${DEMO}/codebook`);
    await says(session.driver, '[data-row="satisfaction"]', 'ordered categories');
    await says(session.driver, '[data-row="satisfaction"]', '9%');
    await says(session.driver, '[data-row="crops"]', 'multiple response');
    expect(await session.driver.findElements(By.css('[data-row="site"] svg rect'))).not.toHaveLength(0);
    await sound();
  });
});

describe('a table', () => {
  it('is asked for by keyboard alone, and read at once', async () => {
    await open(`${DEMO}/tables`);
    await says(session.driver, 'main', 'A table is a sentence.');
    await sound();
    await press(session.driver, 'r');
    await type(session.driver, 'satisfaction with', Key.ENTER);
    await says(session.driver, '[data-testid=base]', 'Base 2,199 of 2,412 respondents.');
    await says(session.driver, 'main', '% so far');
    await press(session.driver, 'c');
    await type(session.driver, 'Which site', Key.ENTER);
    await says(session.driver, '[data-answer=association]', 'Yes, p < .001.');
    await says(session.driver, '[data-answer=strength]', "Cramer's V");
    await says(session.driver, '[data-answer=where]', 'Quarry Side');
    await says(session.driver, '[data-answer=trust]', 'No cell has an expected count below 5');
    await says(
      session.driver,
      '[data-answer=say]',
      'Satisfaction with the site differed by Site, H(5) = 300.9, p < .001, N = 2,199',
    );
    expect(await title()).toContain('Satisfaction with the site');
    await sound();
  });

  const cell = async () => (await session.driver.findElements(By.css('tbody td')))[1]!.getText();

  it('shows row, column or total percentages, and expected counts', async () => {
    const column = await cell();
    await (await named(session.driver, 'row %')).click();
    expect(await cell()).not.toBe(column);
    await (await named(session.driver, 'column %')).click();
    await (await named(session.driver, 'Figures…')).click();
    await (await named(session.driver, '+ expected')).click();
    await (await named(session.driver, '+ total %')).click();
    await says(session.driver, 'thead', 'column %\nn\nexpected\ntotal %');
    expect((await cell()).startsWith(column)).toBe(true);
  });

  it('shows figures in the order and with the decimals that are chosen, and keeps them in the address', async () => {
    await (await named(session.driver, 'total % up')).click();
    await (await named(session.driver, 'Without n')).click();
    await (await named(session.driver, 'column %: fewer decimals')).click();
    await (await named(session.driver, '% signs')).click();
    await says(session.driver, 'thead', 'column %\ntotal %\nexpected');
    expect(await cell()).toMatch(/^\d\d%\n\d\.\d%\n\d+\.\d$/);
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    expect(await session.driver.getCurrentUrl()).toContain('figures=column-percent%3A0%2Ctotal-percent%2Cexpected');
    await session.driver.navigate().refresh();
    await says(session.driver, 'thead', 'column %\ntotal %\nexpected');
    await (await named(session.driver, 'Figures…')).click();
    await (await named(session.driver, 'As usual')).click();
    await press(session.driver, Key.ESCAPE);
    await says(session.driver, 'thead', 'column %\nn');
  });

  it('keeps who fits "only where", and says who was left out', async () => {
    await press(session.driver, 'f');
    await type(session.driver, 'age', Key.ENTER);
    await type(session.driver, '60');
    await says(session.driver, 'h1', 'Age 60 and over');
    await type(session.driver, Key.ESCAPE);
    await says(session.driver, '[data-testid=base]', 'by Age:');
    await says(session.driver, '[data-testid=base]', 'not 60 and over');
  });

  it('stands in the address: a reload and the back button keep it', async () => {
    await session.driver.navigate().refresh();
    await says(session.driver, 'h1', 'Age 60 and over');
    await session.driver.navigate().back();
    await session.driver.navigate().back();
    await says(session.driver, '[data-testid=base]', 'Base 2,199');
  });

  it('says why there is nothing in it', async () => {
    const only = encodeURIComponent(JSON.stringify([{ variable: 'age', is: 'between', from: 150, to: null }]));
    await open(`${DEMO}/tables?rows=site&only=${only}`);
    await says(session.driver, 'main', 'Nothing to show.');
    await says(session.driver, 'main', 'Loosen the "only where".');
    await sound();
  });

  it('gives a 2 x 2 table Yates, Fisher, a signed phi and its odds', async () => {
    await open(`${DEMO}/tables?rows=shares&by=season`);
    await (await named(session.driver, '4 other tests')).click();
    await says(session.driver, '[data-answer=association]', 'Yates, corrected');
    await says(session.driver, '[data-answer=association]', "Fisher's exact test");
    await says(session.driver, '[data-answer=strength]', 'Odds ratio');
    await says(session.driver, '[data-answer=association]', 'Not shown, p =');
    await sound();
  });

  it('counts a multiple-response question in respondents and in mentions, each with its total', async () => {
    await open(`${DEMO}/tables?rows=crops`);
    await says(session.driver, 'thead', '% of respondents');
    await says(session.driver, 'thead', '% of mentions');
    await says(session.driver, 'tfoot', 'All who answered');
    const numbers = (await (await find(session.driver, 'tfoot tr')).getText()).match(/[\d,]+(?!\.)\b/g) ?? [];
    expect(numbers.length).toBeGreaterThanOrEqual(4);
    await says(session.driver, 'main', 'Respondents may give several answers');
    await open(`${DEMO}/tables?rows=crops&by=site`);
    await says(session.driver, '[data-answer=association]', 'one chi-square over all rows would not be valid');
    await says(session.driver, 'tfoot', 'Mentions');
    await sound();
  });

  it('is found again in the binder after a restart', async () => {
    await open(`${DEMO}/tables?rows=renew&by=satisfaction_3`);
    await says(session.driver, '[data-testid=base]', 'Base');
    const before = await (await find(session.driver, 'table')).getText();
    await (await named(session.driver, 'Keep in binder')).click();
    await says(session.driver, '[role=status]', 'Kept in the binder');
    expect(await session.server.stop()).toBe(0);
    session.server = await startServer(session.store);
    await open(`${DEMO}/binder`);
    await says(session.driver, 'main', 'Will renew by Satisfaction in three');
    await sound();
    await (await named(session.driver, 'Will renew by Satisfaction in three')).click();
    await says(session.driver, '[data-testid=base]', 'Base');
    expect(await (await find(session.driver, 'table')).getText()).toBe(before);
    const id = /table=(\d+)/.exec(await session.driver.getCurrentUrl())?.[1] ?? '';
    const csv = await (await fetch(`${session.server.address}/api/v1${DEMO}/tables/${id}/csv`)).text();
    expect(csv).toContain('Will renew by Satisfaction in three');
    expect(csv).toContain('Satisfied: column %');
  });
});

describe('a regroup', () => {
  it('is proved as it is made: a code without a group is named at once', async () => {
    await open(`${DEMO}/workings?make=regroup&of=satisfaction`);
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await (await named(session.driver, 'two, middle, two')).click();
    await says(session.driver, '[data-testid=old-against-new]', 'Very satisfied / Fairly satisfied');
    await (await named(session.driver, 'Take out Neither')).click();
    await says(session.driver, '[data-testid=proof]', 'Does not hold.');
    await says(session.driver, '[data-testid=proof]', '3 Neither is in no group');
    await sound();
  });

  it('can send a code by keyboard, and comes back after a reload', async () => {
    const goes = await find(session.driver, '[data-code="3"] select');
    await goes.sendKeys('a new');
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await session.driver.navigate().refresh();
    await says(session.driver, '[data-testid=old-against-new]', 'Very satisfied / Fairly satisfied');
    await says(session.driver, '[data-testid=proof]', 'Holds.');
  });

  it('can be typed, and a code named twice is said before it is kept', async () => {
    await (await named(session.driver, 'Type the groups instead')).click();
    await fill(session.driver, 'textarea', 'Happy: 1, 2\nRest: 2, 3-5');
    await says(session.driver, '[data-testid=proof]', '2 Fairly satisfied is named twice');
    await fill(session.driver, 'textarea', 'Happy: 1, 2\nRest: 3-5');
    await says(session.driver, '[data-testid=proof]', 'Holds.');
    await fill(session.driver, 'input[aria-label="Label of the new variable"]', 'Happy or not');
    await (await named(session.driver, 'Keep the working')).click();
    await says(session.driver, 'ul[aria-label=Workings]', 'Happy or not');
    await open(`${DEMO}/tables?rows=happy_or_not`);
    await says(session.driver, 'tbody', 'Happy');
    await says(session.driver, '[data-testid=base]', "62 Don't know, 134 Refused, 17 blank");
  });
});

describe('a file of one’s own', () => {
  it('is shown before it is stored, accepted, and tabulated', async () => {
    const rows = Array.from({ length: 60 }, (_, k) =>
      [
        k,
        (k % 3) + 1,
        k % 2 === 0 ? 'ja' : 'nein',
        k % 4 === 0 ? 1 : 2,
        k % 5 === 0 ? 1 : 2,
        k === 7 ? 999 : 20 + k,
      ].join(';'),
    );
    const path = join(session.store, 'own file.csv');
    writeFileSync(path, ['id;region;owns;q1_a;q1_b;age', ...rows].join('\n'));
    await open('/studies');
    await (await find(session.driver, 'input[aria-label="Data file"]')).sendKeys(path);
    await find(session.driver, '[role=table][aria-label="What was understood of each column"]');
    await says(session.driver, 'main', '999 (1) stands far from the rest');
    await sound();
    await fill(session.driver, 'input[aria-label="Label of region"]', 'Region');
    await (await named(session.driver, 'Take 6 columns in')).click();
    await says(session.driver, '[data-row="region"]', 'Region');
  });

  it('has its codes labelled and marked as missing', async () => {
    await (await find(session.driver, '[data-row="age"] > :nth-child(3)')).click();
    await (await find(session.driver, 'select[aria-label^="999"] option[value=refused]')).click();
    await (await named(session.driver, 'Keep the change')).click();
    await says(session.driver, '[role=status]', 'Codes of age');
    await says(session.driver, '[data-row="age"]', '2%');
    await sound();
  });

  it('has columns gathered into one question by naming the code for ticked', async () => {
    const url = new URL(await session.driver.getCurrentUrl());
    await session.driver.get(url.href.replace(/codebook.*/, 'workings?make=gather'));
    await fill(session.driver, 'main input[type=search]:not(#roster-search)', 'q1_');
    await (await named(session.driver, 'Choose all 2 found')).click();
    await (await find(session.driver, 'main div[class*=middle] select')).sendKeys('1');
    await says(session.driver, '[data-testid=proof]', '27 ticks in the columns, 27 mentions in the question');
    await fill(session.driver, 'input[aria-label="Label of the question"]', 'Question one');
    await sound();
    await (await named(session.driver, 'Keep the question')).click();
    await says(session.driver, 'ul[aria-label=Workings]', 'Question one');
    await session.driver.get(url.href.replace(/codebook.*/, 'tables?rows=question_one'));
    await says(session.driver, 'tfoot', '60');
    await says(session.driver, 'tfoot', '27');
  });

  it('has rows that cannot be read set aside, with their lines', async () => {
    const path = join(session.store, 'ragged.csv');
    writeFileSync(path, 'a,b\n1,2\n3\n4,5\n');
    await open('/studies');
    await (await find(session.driver, 'input[aria-label="Data file"]')).sendKeys(path);
    await says(session.driver, 'section[aria-label="Rows not read"]', 'Line 3 It has 1 cell, the heading 2.');
    expect(await accessibilityProblems(session.driver)).toEqual([]);
    await consoleErrors(session.driver);
  });
});

describe('in the dark', () => {
  it('keeps its contrast', async () => {
    const dark = await startBrowser({ dark: true });
    try {
      for (const path of ['/tables?rows=satisfaction&by=site', '/codebook', '/workings?make=regroup&of=satisfaction']) {
        await dark.get(session.server.address + DEMO + path);
        await find(dark, '[data-testid=base], [data-testid=proof], [data-row]');
        expect(await accessibilityProblems(dark), path).toEqual([]);
      }
    } finally {
      await dark.quit();
    }
  });
});
