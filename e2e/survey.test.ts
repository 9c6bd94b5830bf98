import { describe, expect, it } from 'vitest';
import type { KeptTable } from '../src/api/types.js';
import { consoleErrors, fill, find, named, press, says, type } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const READING = 'aside[aria-label=Reading]';
const TABLES = `${DEMO}/tables`;

const say = (css: string, text: string) => says(session.driver, css, text);
const address = async () => new URL(await session.driver.getCurrentUrl()).search;

describe('a weight', () => {
  it('is chosen by the keyboard, and is part of the sentence', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await say('[data-testid=base]', 'Base 2,199 of 2,412');
    await press(session.driver, 'w');
    await type(session.driver, 'survey w');
    await type(session.driver, '\ue007');
    await say('h1', 'weighted by');
    await say('[data-testid=base]', 'weighted by Survey weight: they count as 2,228');
    expect(await address()).toContain('weight=w');
  });

  it('shows weighted counts over unweighted, weighted and effective bases', async () => {
    await say('table thead', 'weighted n');
    await say('table tfoot', 'Base, unweighted');
    await say('table tfoot', '2,199');
    await say('table tfoot', 'Weighted base');
    await say('table tfoot', 'Effective base');
    await session.sound();
  });

  it('is read by the test of Rao and Scott, with its sum', async () => {
    await say(READING, 'Rao-Scott test');
    await say(READING, 'effective base 2,103');
    await (await find(session.driver, 'summary[aria-label="Show the sum of Rao-Scott test"]')).click();
    await say(READING, 'D = 4 × 5 = 20');
    expect(await (await find(session.driver, READING)).getText()).not.toContain('Work out the exact p');
  });

  it('holds for a frequency table, a number and a multiple-response question', async () => {
    await session.open(`${TABLES}?rows=satisfaction&weight=w`);
    await say('table thead', 'Weighted');
    await say(READING, '(weighted, effective base 2,103; 95% interval');
    await session.open(`${TABLES}?rows=age&weight=w`);
    await say(READING, ', weighted.');
    await session.open(`${TABLES}?rows=crops&by=site&weight=w`);
    await say('table tfoot', 'Weighted mentions');
    await say(READING, 'Equal mention, overall');
    await (await find(session.driver, 'summary[aria-label="Show the sum of Equal mention, overall"]')).click();
    await say(READING, 'corrected:');
    await session.sound();
  });

  it('is kept with the table, and taken out again', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=season&weight=w`);
    await (await named(session.driver, 'Keep in binder')).click();
    await say('[role=status]', 'weighted by Survey weight');
    await session.open(`${DEMO}/binder`);
    await (
      await named(session.driver, 'Satisfaction with the site by Season of interview, weighted by Survey weight')
    ).click();
    await say('[data-testid=base]', 'weighted by Survey weight');
    await (await named(session.driver, 'Take out Survey weight')).click();
    await say('table thead', 'n');
    expect(await address()).not.toContain('weight=');
  });
});

describe('a table within a third variable', () => {
  it('is a table for each category, read together', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await say('[data-testid=base]', 'Base 2,199');
    await press(session.driver, 'i');
    await type(session.driver, 'season');
    await type(session.driver, '\ue007');
    await say('h1', 'within');
    await say('section[aria-label="Season of interview: Spring"]', 'base 1,217');
    await say('section[aria-label="Season of interview: Autumn"]', 'base 982');
    await say(READING, 'Is there an association within “Season of interview”?');
    await say(READING, 'Mantel-Haenszel, within strata, mean scores of the groups');
    await say(READING, 'Within Season of interview (2 tables), Satisfaction with the site differed by Site');
    await session.sound();
  });

  it('shows how the test over the strata comes about', async () => {
    await (await find(session.driver, '[data-answer=association] summary[aria-label^="Show the sum"]')).click();
    await say(READING, 'Spring: (');
  });

  it('lets one of them be read alone, or all together', async () => {
    await (await named(session.driver, 'Spring')).click();
    await say('[data-testid=base]', 'Base 1,217');
    await say(READING, 'N = 1,217');
    await (await named(session.driver, 'all together')).click();
    await say('[data-testid=base]', 'Base 2,199');
    await say(READING, 'N = 2,199');
    await session.sound();
  });

  it('puts the reading of one of them in the binder, of all together, and of all beside each other', async () => {
    const put = async () => {
      await (await named(session.driver, 'Put this reading in the binder')).click();
      await named(session.driver, 'Take this reading out of the binder');
    };
    const sentence = async () => (await find(session.driver, '[data-answer=say] p')).getText();
    const said: string[] = [];
    for (const choice of ['Spring', 'all together', 'each in turn']) {
      await (await named(session.driver, choice)).click();
      await say(READING, choice === 'each in turn' ? 'Within Season' : choice === 'Spring' ? 'N = 1,217' : 'N = 2,199');
      said.push(await sentence());
      await put();
    }
    expect(new Set(said).size).toBe(3);
    const { body } = await call<{ tables: { id: number }[] }>(session.server, 'GET', DEMO);
    const item = `article:has(#table-${body.tables.at(-1)!.id})`;
    await session.open(`${DEMO}/binder#table-${body.tables.at(-1)!.id}`);
    for (const words of said) await say(item, words);
    await say(item, 'Satisfaction with the site by Site, within Season of interview: Spring');
    await say(item, 'Satisfaction with the site by Site, within Season of interview: all together');
    await session.open(`${TABLES}?rows=satisfaction&by=site&within=season`);
  });

  it('is not left at the stratum of another variable', async () => {
    await (await named(session.driver, 'Spring')).click();
    await say('[data-testid=base]', 'Base 1,217');
    await press(session.driver, 'i');
    await type(session.driver, 'grows beans');
    await type(session.driver, '\ue007');
    await say('section[aria-label="Grows beans: Yes"]', 'base');
    await say('section[aria-label="Grows beans: No"]', 'base');
  });

  it('sums 2 x 2 tables up by a common odds ratio, and tells whether it may', async () => {
    await session.open(`${TABLES}?rows=grow_beans&by=season&within=site`);
    await say(READING, 'Common odds ratio');
    await say(READING, 'Breslow-Day');
    await (await find(session.driver, 'select[aria-label="Table within Site"]')).sendKeys('Weir End');
    await say('[data-testid=base]', 'Base 400');
  });

  it('tests each option of a multiple-response question within the strata', async () => {
    await session.open(`${TABLES}?rows=crops&by=site&within=season`);
    await say(READING, '8 of 10 options differ by Site within the same Season of interview');
  });

  it('with weights reads each table by itself, and says why', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site&within=season&weight=w`);
    await say(READING, 'With weights no test takes the strata together');
    await say(READING, 'in 2 of 2 tables within Season of interview');
  });

  it('within a question with several answers reads each table by itself, and says why', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=season&within=crops`);
    await say(READING, 'A respondent can be in several categories of Crops grown, so its tables overlap');
    await say('[aria-label="Crops grown: Potatoes"]', 'base');
    expect(await consoleErrors(session.driver)).toEqual([]);
  });
});

describe('from outside', () => {
  const ask = (sentence: object) =>
    call<{ detail: string; place: object }>(session.server, 'POST', '/studies/fernhill-allotments/counts', sentence);
  const idOf = async (name: string) => {
    const { body } = await call<{ variables: { id: number; name: string }[] }>(
      session.server,
      'GET',
      '/studies/fernhill-allotments',
    );
    return body.variables.find((variable) => variable.name === name)?.id ?? 0;
  };

  it('a sentence from before there were weights is still one', async () => {
    const sentence = { rows: await idOf('satisfaction'), by: null, only: [] };
    expect((await ask(sentence)).status).toBe(200);
    const shown = { hatch: true };
    const { body } = await call<KeptTable>(session.server, 'POST', '/studies/fernhill-allotments/tables', {
      title: 'Old',
      sentence,
      shown,
    });
    expect(body.sentence).toEqual({ ...sentence, within: null, weight: null });
  });

  it('what cannot weigh or split is refused, with the slot', async () => {
    const [rows, by, site] = [await idOf('satisfaction'), await idOf('season'), await idOf('site')];
    const weight = await ask({ rows, by, only: [], weight: site });
    expect(weight.status).toBe(422);
    expect(weight.body).toMatchObject({
      detail: 'Site is not a number, so it cannot weight.',
      place: { field: 'weight' },
    });
    const lone = await ask({ rows, by: null, only: [], within: site });
    expect(lone.body).toMatchObject({ place: { field: 'within' } });
    const reply = await ask({ rows, by, only: [], within: await idOf('id') });
    expect(reply.body.detail).toContain('too many different numbers');
  });

  it('a split table comes as a file, all first and then each', async () => {
    const sentence = {
      rows: await idOf('satisfaction'),
      by: await idOf('site'),
      within: await idOf('season'),
      only: [],
      weight: await idOf('w'),
    };
    const response = await fetch(
      `${session.server.address}/api/v1/studies/fernhill-allotments/table.csv` +
        `?sentence=${encodeURIComponent(JSON.stringify(sentence))}`,
    );
    const text = await response.text();
    expect(text).toContain('Satisfaction with the site by Site, within Season of interview, weighted by Survey weight');
    expect(text.indexOf('Season of interview: Spring')).toBeGreaterThan(text.indexOf('Effective base'));
    expect(text.match(/Weighted base/g)).toHaveLength(3);
  });
});

describe('a paper that holds something else than one table', () => {
  const kind = async (name: string) => {
    await (await find(session.driver, '#kind')).sendKeys(name);
  };
  const start = async (name: string) => {
    await session.open('/paper');
    await kind(name);
    const anew = await session.driver.findElements({ xpath: '//button[.="Start anew"]' });
    await anew[0]?.click();
    await (await named(session.driver, 'Show an example')).click();
  };

  it('may hold strata', async () => {
    await start('several such');
    await say(READING, 'Is there an association within “Weather”?');
    await say('section[aria-label="Weather: Dry year"]', 'base 160');
    await (await named(session.driver, 'Dry year')).click();
    await fill(session.driver, 'input[aria-label="Slugs, Mulched"]', '-9');
    await say('[data-testid=findings]', 'Dry year: Slugs, Mulched: “-9” is negative.');
    await fill(session.driver, 'input[aria-label="Slugs, Mulched"]', '90');
    await say(READING, 'The odds ratios differ');
    await session.sound();
  });

  it('may hold a weighted table, and names a cell whose weights cannot be', async () => {
    await start('one weighted');
    await say(READING, 'Rao-Scott test');
    await (await named(session.driver, 'Sums of squared weights')).click();
    await fill(session.driver, 'input[aria-label="Would not, Old hands"]', '1');
    await say('[data-testid=findings]', 'squared weights cannot add up to 1');
    await session.sound();
  });

  it('may hold a list of counts', async () => {
    await start('one list');
    await say(READING, 'Do they depart from the shares expected?');
    await (await find(session.driver, 'summary[aria-label="Show the sum of Goodness of fit"]')).click();
    await say(READING, 'df = 3 − 1 = 2');
    await session.sound();
  });

  it('may hold options by group', async () => {
    await start('options by group');
    await say(READING, '3 of 3 options differ by Age');
    await fill(session.driver, 'input[aria-label="Company, Under 40"]', '130');
    await say('[data-testid=findings]', '130 mentioned it, and 120 were asked');
    await session.sound();
  });

  it('may hold answers of the same people', async () => {
    await start('yes/no');
    await say(READING, "Cochran's Q(2) = 28.7, p < .001, N = 68");
    await fill(session.driver, 'input[aria-label="Pattern 1, Tap"]', 'maybe');
    await say('[data-testid=findings]', '“maybe” is no answer');
    await session.sound();
  });

  it('may hold codings', async () => {
    await start('codes of');
    await say(READING, "3 coders, 8 units: Krippendorff's α = .77");
    await (await find(session.driver, '#metric')).sendKeys('numbers, by their d');
    await say(READING, '(numbers, by their difference)');
    await session.sound();
    await kind('one table');
    await say(READING, 'Is there an association?');
  });
});
