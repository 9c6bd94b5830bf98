import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { By, error } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import { find, named, press, says, type } from './browser.js';
import { call, ROOT } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const TABLES = `${DEMO}/tables`;

interface Block {
  title: string;
  rows: { code: string; label: string }[];
  columns: { code: string; label: string; path?: { code: string; label: string }[] }[] | null;
  base: number;
  columnBases: number[];
  leftOut: { variable: string; reason: string; respondents: number }[];
  figures: Record<string, (number | null)[][]>;
  tests: Record<string, { p: number }>;
  letters: { columns: (string | null)[]; cells: string[][] } | null;
}
type Answer = Block & { blocks: Block[] };

const ask = async (body: object): Promise<Answer> => {
  const { status, body: answer } = await call<Answer>(session.server, 'POST', `${DEMO}/table`, body);
  expect(status, JSON.stringify(answer)).toBe(200);
  return answer;
};

/** The respondents of the demo, by the columns of its file. */
const respondents = (() => {
  const lines = readFileSync(join(ROOT, 'demo', 'fernhill.csv'), 'utf8').split(/\r?\n/);
  const names = (lines.find((line) => line.startsWith('id,')) ?? '').split(',');
  return lines
    .filter((line) => /^\d+,/.test(line))
    .map((line) => Object.fromEntries(line.split(',').map((cell, k) => [names[k] ?? '', cell])));
})();
const isAnswer = (cell: string | undefined) => cell !== undefined && /^[1-6]$/.test(cell);

describe('a table of two items by two nests', () => {
  it('answers in blocks, each counted as somebody would who reads the file', async () => {
    const { blocks, title } = await ask({ rows: ['satisfaction', 'crops'], by: ['site', ['season', 'shares']] });
    expect(title).toContain(' and Crops grown by Site and Season of interview split by ');
    expect(blocks.map((block) => block.columns?.length)).toEqual([6, 4, 6, 4]);
    const [bySite, nested] = blocks;
    const count = (satisfaction: string, where: Record<string, string>) =>
      respondents.filter(
        (respondent) =>
          respondent['satisfaction'] === satisfaction &&
          Object.entries(where).every(([name, is]) => respondent[name] === is),
      ).length;
    bySite!.rows.forEach(({ code }, i) =>
      bySite!.columns!.forEach((site, j) =>
        expect(bySite!.figures['n']![i]![j]).toBe(count(code, { site: site.code })),
      ),
    );
    nested!.rows.forEach(({ code }, i) =>
      nested!.columns!.forEach(({ path = [] }, j) => {
        const [season, shares] = path.map((step) => step.code);
        expect(nested!.figures['n']![i]![j]).toBe(count(code, { season: season ?? '', shares: shares ?? '' }));
      }),
    );
    const base = respondents.filter((respondent) =>
      ['satisfaction', 'season', 'shares'].every((name) => isAnswer(respondent[name])),
    );
    expect(nested!.base).toBe(base.length);
    expect(nested!.base + nested!.leftOut.reduce((sum, item) => sum + item.respondents, 0)).toBe(respondents.length);
  });

  it('is the same block by block as each is alone', async () => {
    const rows = ['satisfaction', 'crops'];
    const by = ['site', ['season', 'shares']];
    const { blocks } = await ask({ rows, by, weight: 'w', letters: 'holm' });
    for (const [k, block] of blocks.entries()) {
      const alone = await ask({ rows: rows[k >> 1], by: [by[k % 2]], weight: 'w', letters: 'holm' });
      expect(alone.blocks).toHaveLength(1);
      expect(block).toEqual(alone.blocks[0]);
      expect(alone).toMatchObject(block);
    }
    expect(blocks[0]!.letters?.columns).toHaveLength(6);
  });

  it('takes one name for a list of one, and says what it cannot find', async () => {
    const answer = await ask({ rows: 'satisfaction', by: 'site' });
    expect(await ask({ rows: ['satisfaction'], by: [['site']] })).toEqual(answer);
    const { body } = await call<{ detail: string; mend: string }>(session.server, 'POST', `${DEMO}/table`, {
      rows: ['satisfaction', 'crop'],
      by: ['site', ['season', 'share']],
    });
    expect(body).toMatchObject({
      detail: 'The study has no variable “crop”.',
      mend: expect.stringContaining('crops') as string,
    });
  });

  it('is refused where it would be too large, with a way out', async () => {
    const { status, body } = await call<{ detail: string; mend: string }>(session.server, 'POST', `${DEMO}/table`, {
      rows: ['age', 'years'],
      by: [['age', 'years', 'age', 'years']],
    });
    expect(status).toBe(413);
    expect(body.mend).toContain('merge categories');
  });
});

describe('conditions joined by and, or and not', () => {
  it('keep whom the file keeps', async () => {
    const bases = async (only: object[]) => (await ask({ rows: 'renew', only })).base;
    const site = { variable: 'site', is: 'any-of', codes: ['1'] };
    const spring = { variable: 'season', is: 'any-of', codes: ['1'] };
    const satisfied = { variable: 'satisfaction', is: 'any-of', codes: ['1', '2'] };
    const having = (keep: (answers: Record<string, string>) => boolean) =>
      respondents.filter((respondent) => isAnswer(respondent['renew']) && keep(respondent)).length;
    expect(await bases([{ or: [site, spring] }])).toBe(
      having((respondent) => respondent['site'] === '1' || respondent['season'] === '1'),
    );
    expect(await bases([{ not: { and: [site, spring] } }])).toBe(
      having((respondent) => !(respondent['site'] === '1' && respondent['season'] === '1')),
    );
    // Whose satisfaction is not known is neither satisfied nor not.
    expect(await bases([{ not: satisfied }])).toBe(
      having(
        (respondent) => isAnswer(respondent['satisfaction']) && !['1', '2'].includes(respondent['satisfaction'] ?? ''),
      ),
    );
    const said = await ask({
      sentence: 'Will renew, only where (Site is Mill Row or Season of interview is Spring) and not (Age 60 and over)',
    });
    expect(said.title).toBe(
      'Will renew, only where (Site is Mill Row or Season of interview is Spring) and not (Age 60 and over)',
    );
    expect(said.base).toBe(
      having(
        (respondent) =>
          (respondent['site'] === '1' || respondent['season'] === '1') &&
          Number(respondent['age']) < 60 &&
          respondent['age'] !== '',
      ),
    );
  });
});

describe('on screen', () => {
  const address = () => session.driver.getCurrentUrl();
  const say = (css: string, text: string) => says(session.driver, css, text);
  /** Presses what is called so, once nothing lies over it: what stands above it may still be growing. */
  const pressed = (name: string) =>
    session.driver.wait(async () => {
      const button = await named(session.driver, name);
      return button.click().then(
        () => true,
        (failure: unknown) => {
          if (failure instanceof error.ElementClickInterceptedError) return false;
          throw failure;
        },
      );
    }, 5000);

  it('a sentence takes further rows, further groups and what splits them, each kept in the address', async () => {
    await session.open(`${TABLES}?rows=satisfaction&by=site`);
    await say('[data-testid=base]', 'Base');
    await (await named(session.driver, 'Rows 2: + row')).click();
    await type(session.driver, 'crops grown', '\uE007');
    // The table as well: when it comes, what stands over it moves, and a press would meet what stood there before.
    await say('table', 'Crops grown');
    await (await named(session.driver, 'By 2: + also by')).click();
    await type(session.driver, 'season of', '\uE007');
    await say('table thead', 'Season of interview');
    await pressed('Split by: + split by');
    await type(session.driver, 'will renew', '\uE007');
    await say('h1', 'split by');
    expect(await address()).toContain('rows=satisfaction&rows=crops&by=site&by=season%3Erenew');
    await say('table thead', 'Season of interview split by Will renew');
    await say('table', 'All who answered');
    await session.sound();
  });

  it('each block is read: chosen from a list, or by a press on its cells, which opens them', async () => {
    const choice = await find(session.driver, 'aside[aria-label=Reading] select');
    expect(await choice.getText()).toContain('Crops grown by Season of interview split by Will renew');
    await (await find(session.driver, 'aside[aria-label=Reading] option:nth-child(3)')).click();
    await say('[data-answer=say]', 'options of Crops grown');
    const cells = await session.driver.findElements(By.css('tbody:first-of-type tr:nth-child(2) td'));
    await cells[1]!.click();
    // The cell opens, and behind it the reading is of its block.
    await say('section[aria-label="One cell"]', 'Very satisfied in Mill Row');
    await (await named(session.driver, 'Back to the reading')).click();
    await say('[data-answer=say]', 'Satisfaction with the site differed by Site');
  });

  it('its heading stays while its lines scroll', async () => {
    const top = () =>
      session.driver.executeScript<number>(
        `const region = document.querySelector('[role=region][aria-label^="Table:"]');
         region.scrollTop += 300;
         return document.querySelector('thead').getBoundingClientRect().top - region.getBoundingClientRect().top;`,
      );
    expect(Math.abs(await top())).toBeLessThan(2);
  });

  it('is the same in its file, with a line for each level of the heading', async () => {
    await press(session.driver, 'k');
    await say('[role=status]', 'Kept in the binder');
    const id = /table=(\d+)/.exec(await address())?.[1] ?? '';
    const text = await (await fetch(`${session.server.address}/api/v1${DEMO}/tables/${id}/csv`)).text();
    const lines = text.split('\r\n');
    expect(lines[1]).toContain('Season of interview split by Will renew');
    expect(lines[3]).toContain('Mill Row: n / respondents');
    const shown = await session.driver.findElements(By.css('tbody:first-of-type tr:nth-child(2) td:nth-of-type(2)'));
    const [percent, count] = (await shown[0]!.getText()).split('\n');
    const line = lines.find((candidate) => candidate.startsWith('Very satisfied'))!.split(',');
    expect(line[1]).toBe(count);
    expect(Number(line[8]).toFixed(1)).toBe(percent);
  });

  it('a kept table of several blocks opens as it was, and its parts are taken out one by one', async () => {
    await press(session.driver, 'k');
    await say('[role=status]', 'Kept in the binder');
    const id = /table=(\d+)/.exec(await address())?.[1] ?? '';
    await session.open(`${TABLES}?table=${id}`);
    await say('h1', 'split by');
    await (await named(session.driver, 'Take out Will renew')).click();
    await (await named(session.driver, 'Take out Season of interview')).click();
    await (await named(session.driver, 'Take out Crops grown')).click();
    await say('table tfoot', 'Base');
    expect(await address()).toContain('rows=satisfaction&by=site&table=');
  });

  it('conditions are joined by or, and by and again, with a press', async () => {
    const only = encodeURIComponent(
      JSON.stringify([
        { variable: 'site', is: 'any-of', codes: ['1'] },
        { variable: 'season', is: 'any-of', codes: ['1'] },
      ]),
    );
    await session.open(`${TABLES}?rows=renew&only=${only}`);
    const both = respondents.filter((respondent) => respondent['site'] === '1' && respondent['season'] === '1').length;
    const either = respondents.filter(
      (respondent) => respondent['site'] === '1' || respondent['season'] === '1',
    ).length;
    await say('[data-testid=base]', `Base ${both.toLocaleString('en')} of`);
    await (await named(session.driver, 'and: make it or')).click();
    await say('[data-testid=base]', `Base ${either.toLocaleString('en')} of`);
    await say('[data-testid=base]', 'by Site and Season of interview');
    await (await named(session.driver, 'or: make it and')).click();
    await say('[data-testid=base]', `Base ${both.toLocaleString('en')} of`);
    await session.sound();
  });
});
