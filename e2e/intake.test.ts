import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import iconv from 'iconv-lite';
import { until } from 'selenium-webdriver';
import { describe, expect, it } from 'vitest';
import type { StudyView } from '../src/api/types.js';
import { fill, find, named, says } from './browser.js';
import { call } from './server.js';
import { DEMO, demoSession } from './session.js';

const session = demoSession();
const { open, sound } = session;

/** A file that was never seen: Windows-1252, semicolons, decimal commas, 9 for no answer, rows in disorder. */
function strangeFile(): string {
  const heading = 'nr;town;sat1;sat2;sat3;g_beans;g_kale;g_none;why_1;why_2;age;w;empty';
  const rows = Array.from({ length: 240 }, (_, k) =>
    [
      `A${1000 + k}`,
      ['Köln', 'Málaga', 'Ålborg'][k % 3],
      ...[1, 2, 3].map((j) => ((k * j) % 11 === 0 ? 9 : ((k * (j + 1)) % 5) + 1)),
      k % 2,
      k % 3 === 0 ? 1 : 0,
      k % 6 === 5 || k % 6 === 1 || k % 6 === 3 ? 0 : k % 2 === 0 && k % 3 !== 0 ? 1 : 0,
      (k % 6) + 1,
      k % 4 === 0 ? '' : ((k + 1) % 6) + 1,
      k % 17 === 0 ? 999 : 18 + (k % 70),
      String(k / 50).replace('.', ','),
      '',
    ].join(';'),
  );
  rows[20] = 'A1020;Köln;1';
  const path = join(session.store, 'strange.csv');
  writeFileSync(path, iconv.encode([heading, ...rows].join('\r\n'), 'windows-1252'));
  return path;
}

const DATA = 'input[aria-label="Data file"]';
const grid = '[role=table][aria-label="What was understood of each column"]';
const part = (name: string) => `//div[label[text()="${name}"]]//select`;
const choose = async (name: string, words: string) => {
  const option = await session.driver.findElement({ xpath: `${part(name)}/option[.="${words}"]` });
  await option.click();
};

describe('a strange file', () => {
  it('shows how it is read; a change is followed by the first rows at once', async () => {
    await open('/studies');
    await (await find(session.driver, DATA)).sendKeys(strangeFile());
    await says(session.driver, '[aria-label="The first rows"]', 'Málaga');
    await says(session.driver, 'section[aria-label="Rows not read"]', 'Line 22 It has 3 cells, the heading 13.');
    await sound();
    await choose('Encoding', 'Greek (Windows-1253)');
    await says(session.driver, '[aria-label="The first rows"]', 'Mαlaga');
    await says(session.driver, 'section[aria-label="How the file is read"]', 'changed; found: Western (Windows-1252)');
    await choose('Encoding', 'Western (Windows-1252)');
    await says(session.driver, '[aria-label="The first rows"]', 'Ålborg');
  });

  it('has a guess accepted for many columns at once, a question made, a column left out', async () => {
    await find(session.driver, grid);
    await (await find(session.driver, 'select[aria-label="Show"]')).sendKeys('Maybe no answer');
    await (await find(session.driver, 'input[aria-label="Tick all that are shown"]')).click();
    await (await named(session.driver, 'No answer, in 4')).click();
    await says(session.driver, grid, '✓ No answer');
    await (await find(session.driver, 'select[aria-label="Level of the ticked columns"]')).sendKeys('ordered');
    await sound();
    await (await named(session.driver, 'Untick')).click();
    await (await find(session.driver, 'select[aria-label="Show"]')).sendKeys('Blank');
    await (await named(session.driver, 'Leave out')).click();
    await says(session.driver, grid, 'left out');
    await (await named(session.driver, 'Make all 2 questions')).click();
    await fill(session.driver, 'input[aria-label="Label of the question g"]', 'Grows');
    await (await find(session.driver, 'select[aria-label="Show"]')).sendKeys('All');
    await (await named(session.driver, 'age')).click();
    await says(session.driver, 'aside[aria-label="Column age"]', 'stands far from the rest');
    await sound();
  });

  it('keeps what was decided over a reload, and makes the study of it', async () => {
    await session.driver.navigate().refresh();
    await says(session.driver, 'main', 'Take 12 columns in');
    await (await named(session.driver, 'Take 12 columns in')).click();
    await session.driver.wait(until.urlContains('/codebook'), 15_000);
    const id = /studies\/([^/]+)\//.exec(await session.driver.getCurrentUrl())?.[1] ?? '';
    const { variables } = (await call<StudyView>(session.server, 'GET', `/studies/${id}`)).body;
    const of = (name: string) => variables.find((variable) => variable.name === name);
    expect(variables.map(({ name }) => name)).not.toContain('empty');
    expect(of('sat1')).toMatchObject({ level: 'ordered', missing: 22 });
    expect(of('age')?.level).toBe('ordered');
    expect(of('g')).toMatchObject({ label: 'Grows', made: 'gather', level: 'multiple' });
    expect(of('why')).toMatchObject({ made: 'slots', level: 'multiple', holds: true });
    await session.driver.get(`${session.server.address}/studies/${id}/workings?working=${of('why')?.workingId ?? 0}`);
    await says(session.driver, '[data-testid=proof]', 'Every answer is one of the options.');
    await sound();
    await session.driver.get(`${session.server.address}/studies/${id}/tables?rows=why`);
    await says(session.driver, 'tfoot', '239');
  });
});

describe('a second wave', () => {
  it('is compared with the study first, and goes in beside it', async () => {
    const path = join(session.store, 'autumn.csv');
    const rows = Array.from({ length: 90 }, (_, k) => `${20_000 + k},${(k % 7) + 1},${(k % 5) + 1}`);
    writeFileSync(path, ['id,site,satisfaction', ...rows].join('\n'));
    await open(`${DEMO}/codebook`);
    await (await named(session.driver, 'Take another file in…')).click();
    await (await find(session.driver, DATA)).sendKeys(path);
    await says(session.driver, 'section[aria-label=Differences]', '2,412 respondents in the study, 90 in the file.');
    await says(session.driver, '[aria-label="What the file changes"]', 'new codes: 7 (12)');
    await sound();
    await (await named(session.driver, 'Add 90 respondents')).click();
    await says(session.driver, 'footer', '2,502 respondents');
    await open(`${DEMO}/tables?rows=satisfaction_3&by=wave`);
    await says(session.driver, 'thead', 'Wave 2');
    await sound();
  });
});
