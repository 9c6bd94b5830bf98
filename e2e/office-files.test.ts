import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { until } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { AnswerTo, SentCodebookPlan, StudyView } from '../src/api/types.js';
import { consoleErrors, find, named, says } from './browser.js';
import { call } from './server.js';
import { demoSession } from './session.js';

const session = demoSession();
const { open, sound } = session;

function put(name: string, lines: readonly string[]): string {
  const path = join(session.store, name);
  writeFileSync(path, lines.join('\n'));
  return path;
}

const DATA = 'input[aria-label="Data file"]';
const GRID = '[role=table][aria-label="What was understood of each column"]';
const HOW = 'section[aria-label="How the file is read"]';
const PROBABLY = 'section[aria-label="Probably no answers"]';
const german = (value: number) => value.toLocaleString('de', { maximumFractionDigits: 4 });

const ROWS = Array.from({ length: 120 }, (_, k) =>
  [
    `A${k}`,
    (k % 2) + 1,
    [1, 2, 3, 4, 5, 8, 9][k % 7],
    [1, 2, 3, 4, 5, 8, 9][(k + 3) % 7],
    k % 5 === 0 ? 'Refused' : k % 2 === 0 ? 'Yes' : 'No',
    german(1000 + 37 * k),
    german((k + 1) / 8000),
  ].join(';'),
);
const CODEBOOK = [
  'Codebook of the office',
  '',
  'Variable;Label;Type;Values;Missing',
  'SEX;Sex;nominal;"1=Male, 2=Female";',
  'water;Satisfied with the water;ordinal;"1 ""Very dissatisfied"" 2 ""Dissatisfied"" 3 ""Neither"" 4 ' +
    '""Satisfied"" 5 ""Very satisfied"" 8 ""Don’t know"" 9 ""Refused""";',
  'gone;Not here;;;',
];

let study = '';
const view = async () => (await call<StudyView>(session.server, 'GET', `/studies/${study}`)).body;
const variable = async (name: string) => (await view()).variables.find((candidate) => candidate.name === name)!;

describe('a file as an office has it', () => {
  it('has its numbers read by what all columns show, and says so by examples', async () => {
    await open('/studies');
    const path = put('office.csv', ['id;sex;water;paths;tap;income;share', ...ROWS]);
    await (await find(session.driver, DATA)).sendKeys(path);
    await says(session.driver, HOW, '1.000 is read as 1,000');
    await says(session.driver, GRID, '1.000 is read as 1,000.');
    await sound();
    await (await named(session.driver, 'Read as 1')).click();
    await says(session.driver, HOW, '1.000 is read as 1 (income)');
    await says(session.driver, GRID, 'Numbers as found');
    await (await named(session.driver, 'Numbers as found')).click();
    await says(session.driver, HOW, '1.000 is read as 1,000');
  });

  it('takes a codebook that is a table, with what was understood of it', async () => {
    const path = put('labels of the office.csv', CODEBOOK);
    await (await find(session.driver, 'input[aria-label="Codebook file"]')).sendKeys(path);
    await says(session.driver, 'section[aria-label="Codebook"]', 'Taken for the same: SEX for sex.');
    await (await find(session.driver, 'section[aria-label="Codebook"] summary')).click();
    await says(session.driver, 'section[aria-label="Codebook"] details', '1 Male; 2 Female');
    await says(session.driver, 'section[aria-label="Codebook"] details', 'not in the file');
    await sound();
  });

  it('has every code declared that is probably no answer, each with its reason', async () => {
    await says(session.driver, PROBABLY, "8 Don’t know: don't know");
    await says(session.driver, PROBABLY, 'Refused: refused');
    await (await named(session.driver, 'Declare all, each with its reason')).click();
    await says(session.driver, PROBABLY, '✓ All declared');
    await sound();
    await (await named(session.driver, 'Take 7 columns in')).click();
    await session.driver.wait(until.urlContains('/codebook'), 15_000);
    study = /studies\/([^/]+)/.exec(await session.driver.getCurrentUrl())?.[1] ?? '';
    const reasons = async (name: string) =>
      Object.fromEntries(
        (await variable(name)).codes.flatMap(({ code, missing }) => (missing ? [[code, missing]] : [])),
      );
    expect(await reasons('water')).toEqual({ 8: 'dont-know', 9: 'refused' });
    expect(await reasons('paths')).toEqual({ 8: 'other', 9: 'other' });
    expect(await reasons('tap')).toEqual({ Refused: 'refused' });
    expect((await variable('income')).level).toBe('number');
  });
});

describe('a codebook that cannot be read', () => {
  it('is said on the page of the data with which it was dropped', async () => {
    await open('/studies');
    const [data, book] = [
      put('wave 2.csv', ['a,b', '1,2', '2,1']),
      put('codebook of wave 2.csv', ['plot,beans', '1,2']),
    ];
    await (await find(session.driver, DATA)).sendKeys(`${data}\n${book}`);
    const panel = 'section[aria-label="Codebook"]';
    await says(session.driver, panel, 'codebook of wave 2.csv was not understood as a codebook.');
    await says(session.driver, panel, 'none yet');
    // The browser notes the refusal, and nothing else.
    expect((await consoleErrors(session.driver)).filter((error) => !error.includes('422'))).toEqual([]);
  });
});

describe('a codebook for a study that is there', () => {
  it('is shown field by field before it changes anything, and can be undone', async () => {
    await open(`/studies/${study}/codebook`);
    const path = put('codebook 2.csv', [
      'Name,Description,Code,Meaning',
      'paths,Satisfied with the paths,1,Very dissatisfied',
      ',,5,Very satisfied',
      'tap,Uses the tap,,',
    ]);
    await (await find(session.driver, 'input[aria-label="Codebook for this study"]')).sendKeys(path);
    const panel = 'section[aria-label="A codebook for this study"]';
    await says(session.driver, panel, 'CSV, a line a code: 2 variables described, 2 of them in the study.');
    await says(session.driver, panel, '1 = Very dissatisfied');
    await sound();
    expect((await variable('paths')).label).toBe('');
    await (await named(session.driver, 'Change 2 variables')).click();
    await says(session.driver, 'section[aria-label="Roster"]', 'Satisfied with the paths');
    const { codes } = await variable('paths');
    expect(codes.map(({ code, label, missing }) => [code, label, missing])).toEqual([
      ['1', 'Very dissatisfied', null],
      ['5', 'Very satisfied', null],
      ['2', '2', null],
      ['3', '3', null],
      ['4', '4', null],
      ['8', '8', 'other'],
      ['9', '9', 'other'],
    ]);
    expect((await view()).undo).toBe('Codebook codebook 2.csv');
  });

  it('is planned over the API, which changes nothing', async () => {
    const body = 'Variable,Values\nsex,"1=Male, 2=Female, 9=Refused"';
    const response = await fetch(`${session.server.address}/api/v1/studies/${study}/codebook/file?file=c.csv`, {
      method: 'POST',
      body,
    });
    const plan = (await response.json()) as SentCodebookPlan;
    expect(plan).toMatchObject({
      kind: 'CSV, a line a variable',
      unknown: [],
      edits: [{ codes: [{ code: '1' }, { code: '2' }, { code: '9', label: 'Refused', missing: null }] }],
    });
    expect((await variable('sex')).codes).toHaveLength(2);
  });
});

describe('probable no answers in a study', () => {
  it('are counted by respondents, each once', async () => {
    const [water, paths] = [await variable('water'), await variable('paths')];
    const { body } = await call<AnswerTo<'POST /studies/{study}/missing/reach'>>(
      session.server,
      'POST',
      `/studies/${study}/missing/reach`,
      {
        in: [{ code: '9', variables: [water.id, paths.id] }],
      },
    );
    const either = Array.from({ length: 120 }, (_, k) => k).filter((k) => k % 7 === 6 || (k + 3) % 7 === 6).length;
    expect(body).toEqual({ each: [either], any: either });
  });

  it('are listed with their reasons and declared at once', async () => {
    const codes = (await variable('water')).codes.map(({ code, label }) => ({ code, label, missing: null }));
    await call(session.server, 'PATCH', `/studies/${study}/variables/${(await variable('water')).id}`, { codes });
    await open(`/studies/${study}/codebook`);
    await (await named(session.driver, 'Missing codes…')).click();
    await says(session.driver, PROBABLY, 'Probably no answers · 2 codes in 1 variable');
    await says(session.driver, PROBABLY, 'respondents have one of the codes that are ticked.');
    await sound();
    await (await named(session.driver, 'Declare 2 codes in 1 variable')).click();
    await says(session.driver, 'aside[aria-label="Missing codes"]', 'No code looks like no answer');
    expect((await variable('water')).codes.find(({ code }) => code === '8')?.missing).toBe('dont-know');
  });
});

describe('a draft', () => {
  it('comes back in a browser that has none of its own', async () => {
    const { id } = await variable('sex');
    await call(session.server, 'PUT', `/studies/${study}/drafts/entry-${id}`, { value: { label: 'Typed elsewhere' } });
    await open(`/studies/${study}/codebook?variable=sex`);
    await session.driver.wait(async () => {
      const inputs = await session.driver.findElements({ css: 'aside[aria-label="Variable"] input' });
      const values = await Promise.all(inputs.map((input) => input.getAttribute('value')));
      return values.includes('Typed elsewhere');
    }, 15_000);
    await sound();
  });
});
