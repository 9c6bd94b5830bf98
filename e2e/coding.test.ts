import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { By, Key } from 'selenium-webdriver';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { AnswersToCode, Intake, StudyView } from '../src/api/types.js';
import { find, named, press, says, type } from './browser.js';
import { call, ROOT, send } from './server.js';
import { demoSession } from './session.js';

const session = demoSession();
const folder = mkdtempSync(join(tmpdir(), 'hatch-coding-'));
afterAll(() => rmSync(folder, { recursive: true }));

/** Remarks of gardeners, some of them nearly the same. */
const REMARKS = [
  'No water at the far tap',
  'no watter at the far tap',
  'Rats in the shed again',
  'The shed is locked',
  'Rats, rats, rats',
  'Крысы в сарае',
  'Lovely people',
  'hm',
  'rats near the compost',
];
let study = '';
let working = 0;

beforeAll(async () => {
  const lines = REMARKS.map((remark, k) => `${k % 2 === 0 ? 'Mill' : 'Weir'},"${remark}"`);
  // An office's file has respondents without an answer too.
  const csv = ['site,remark', ...lines, 'Mill,', 'Weir,'].join('\n');
  const intake = await send<Intake>(session.server, 'remarks.csv', csv);
  const codebook = { variables: [{ name: 'remark', label: 'Remark', level: 'text' as const }] };
  const body = { name: 'Remarks', codebook };
  const accepted = await call<{ study: string }>(session.server, 'POST', `/intakes/${intake.body.id}/accept`, body);
  study = accepted.body.study;
});

const said = async (coder?: string) => {
  const query = coder === undefined ? '' : `?coder=${coder}`;
  const { body } = await call<AnswersToCode>(
    session.server,
    'GET',
    `/studies/${study}/workings/${working}/answers${query}`,
  );
  return body;
};
const themesOf = async (text: string, coder?: string) =>
  (await said(coder)).answers.find((answer) => answer.text === text)?.said ?? null;
const reads = (text: string) => says(session.driver, '[aria-label="The answer"]', text);

describe('coding answers into themes', () => {
  it('begins at a text, with a code sheet and who codes', async () => {
    await session.open(`/studies/${study}/workings?make=theme&of=remark`);
    await (await find(session.driver, 'input[placeholder="its name"]')).sendKeys('Water', Key.ENTER, 'Rats', Key.ENTER);
    for (const name of ['Anna', 'Ben'])
      await (await find(session.driver, 'input[placeholder="a name"]')).sendKeys(name, Key.ENTER);
    const share = await find(session.driver, '[aria-label="Share of the answers that Ben codes, in percent"]');
    await share.sendKeys(Key.chord(Key.CONTROL, 'a'), '100', Key.TAB);
    await says(session.driver, 'aside', 'Of 9 answers 0 have themes');
    await session.sound();
    await (await named(session.driver, 'Keep the working')).click();
    await says(session.driver, '[role=status]', 'Kept');
    const { body } = await call<StudyView>(session.server, 'GET', `/studies/${study}`);
    working = body.workings.at(-1)!.id;
    expect(body.workings.at(-1)?.recipe).toMatchObject({ kind: 'theme', coders: [{ name: 'Anna' }, { share: 1 }] });
  });

  it('is done by the keyboard alone: themes by keys and by name, new ones, verdicts, and a step back', async () => {
    await session.open(`/studies/${study}/coding?working=${working}`);
    await reads('No water at the far tap');
    await says(session.driver, 'main', 'in 2 ways of writing it');
    await session.sound();
    await press(session.driver, '1');
    await press(session.driver, 'n');
    await reads('Rats in the shed again');
    await press(session.driver, '2');
    await press(session.driver, 't');
    await type(session.driver, 'Buildings', Key.ENTER);
    await says(session.driver, '[role=group][aria-label=Themes]', 'Buildings');
    await press(session.driver, 'n');
    await reads('The shed is locked');
    await press(session.driver, 't');
    await type(session.driver, 'bui', Key.ENTER);
    await press(session.driver, 'n');
    await reads('Rats, rats, rats');
    // Two of the answers coded so far with these words have the theme.
    await press(session.driver, '2');
    await press(session.driver, 'n');
    await reads('Крысы в сарае');
    await press(session.driver, '2');
    await press(session.driver, 'n');
    await press(session.driver, 'x');
    await press(session.driver, 'n');
    await reads('hm');
    await press(session.driver, 'o');
    await press(session.driver, 'z');
    await press(session.driver, 'u');
    await press(session.driver, 'n');
    await reads('rats near the compost');
    await says(session.driver, 'aside', 'Give “Rats”');
    await says(session.driver, 'footer', '1 of 9 answers not coded yet');
    await session.sound();
    await session.driver.wait(async () => (await said('Anna')).left === 1, 10_000);
    expect(await themesOf('no watter at the far tap', 'Anna')).toEqual({ verdict: 'themes', themes: [1] });
    expect(await themesOf('Rats in the shed again', 'Anna')).toEqual({ verdict: 'themes', themes: [2, 3] });
    expect(await themesOf('Lovely people', 'Anna')).toEqual({ verdict: 'fits-nothing', themes: [] });
    expect(await themesOf('hm', 'Anna')).toEqual({ verdict: 'unclear', themes: [] });
  });

  it('finds answers by what they say, and shows where a word stands', async () => {
    await press(session.driver, '/');
    await type(session.driver, 'SHED');
    await says(session.driver, '[aria-label=Answers]', '2 listed');
    await says(session.driver, 'aside', 'where it stands');
    const marks = await session.driver.findElements(By.css('aside mark'));
    expect(await Promise.all(marks.map((mark) => mark.getText()))).toEqual(['shed', 'shed']);
  });

  it('puts an answer into the binder as a quotation, its names struck out', async () => {
    await session.open(`/studies/${study}/coding?working=${working}`);
    await reads('rats near the compost');
    await press(session.driver, '2');
    await session.driver.wait(async () => (await said('Anna')).left === 0, 10_000);
    await (await named(session.driver, 'Quote it…')).click();
    const field = await find(session.driver, 'textarea');
    await session.driver.executeScript('arguments[0].focus(); arguments[0].setSelectionRange(0, 4);', field);
    await (await named(session.driver, 'Strike out what is marked')).click();
    await session.sound();
    await (await named(session.driver, 'Keep the quotation')).click();
    await (await named(session.driver, 'Put it into the binder')).click();
    await says(session.driver, '[aria-live=polite]', 'in the binder');
    const { body } = await call<StudyView>(session.server, 'GET', `/studies/${study}`);
    const [table] = body.tables;
    expect(table?.sentence.rows).toBe(body.workings[0]?.variable);
    expect(body.binders[0]?.items).toEqual([
      { is: 'table', table: table?.id },
      { is: 'note', text: '“[…] near the compost” (Rats)' },
    ]);
    const quoted = async () => (await said('Anna')).answers.filter(({ quote }) => quote !== null);
    expect(await quoted()).toMatchObject([{ text: 'rats near the compost', quote: '[…] near the compost' }]);
    await session.sound();
    // Of an answer that is not coded any more nothing is kept.
    await press(session.driver, '2');
    await session.driver.wait(async () => (await said('Anna')).left === 1, 10_000);
    expect(await quoted()).toEqual([]);
  });

  it('goes out as CSV, and comes in again', async () => {
    const path = `/studies/${study}/workings/${working}/codings/file`;
    const file = await fetch(`${session.server.address}/api/v1${path}?coder=Anna`);
    expect(file.headers.get('content-type')).toContain('text/csv');
    const text = await file.text();
    expect(text).toContain('Rats in the shed again,1,Anna,,coded,Rats; Buildings');
    const sent = (content: string) =>
      fetch(`${session.server.address}/api/v1${path}?file=codings.csv&coder=Anna`, { method: 'PUT', body: content });
    const refused = await sent(text.replace('Rats; Buildings', 'Frost'));
    expect([refused.status, ((await refused.json()) as { detail: string }).detail]).toEqual([
      404,
      expect.stringContaining('no theme “Frost”') as string,
    ]);
    const taken = await sent(text.replace('rats near the compost,1,Anna,,,', 'rats near the compost,1,Anna,,,Rats'));
    expect(taken.status).toBe(200);
    expect(await themesOf('rats near the compost', 'Anna')).toEqual({ verdict: 'themes', themes: [2] });
    await sent(text);
    const answers = [{ texts: ['rats near the compost'], verdict: null, themes: [] }];
    await call(session.server, 'POST', path.replace('/file', ''), { coder: 'Anna', codings: answers });
    expect((await said('Anna')).left).toBe(1);
  });

  it('is blind for a second coder, and their differences are settled by who says who they are', async () => {
    await session.open(`/studies/${study}/coding?working=${working}&coder=Ben`);
    await reads('No water at the far tap');
    await says(session.driver, 'footer', '9 of 9 answers not coded yet');
    await press(session.driver, '1');
    await press(session.driver, 'n');
    await press(session.driver, '2');
    await press(session.driver, 'n');
    await reads('The shed is locked');
    await session.driver.wait(async () => (await said('Ben')).left === 6, 10_000);
    await (await named(session.driver, 'Agreement')).click();
    await says(session.driver, 'main', 'Anna and Ben coded 3 answers both, 2 alike (67%)');
    await says(session.driver, 'main', 'by the MASI distance');
    await session.sound();
    await (await find(session.driver, 'input[placeholder="a name, kept with each"]')).sendKeys('Cleo');
    await (await named(session.driver, 'this, as Ben said: Rats in the shed again')).click();
    await says(session.driver, 'main', 'Rats, by Cleo');
    expect(await themesOf('Rats in the shed again')).toEqual({ verdict: 'themes', themes: [2] });
    expect(await themesOf('Rats in the shed again', 'Anna')).toEqual({ verdict: 'themes', themes: [2, 3] });
    // What neither of them said.
    await (await named(session.driver, 'otherwise… Rats in the shed again')).click();
    await session.sound();
    const group = await find(session.driver, '[aria-label="What is to count: Rats in the shed again"]');
    const button = (text: string) => group.findElement(By.xpath(`.//button[normalize-space()="${text}"]`));
    await (await button('Buildings')).click();
    await (await button('Rats')).click();
    await (await button('Settle so')).click();
    await says(session.driver, 'main', 'Buildings, by Cleo');
    expect(await themesOf('Rats in the shed again')).toEqual({ verdict: 'themes', themes: [3] });
    await (await named(session.driver, 'this, as Ben said: Rats in the shed again')).click();
    await says(session.driver, 'main', 'Rats, by Cleo');
  });

  it('is a question in tables, with who is not coded yet', async () => {
    await session.open(`/studies/${study}/tables?rows=remark_themes&by=site`);
    await says(session.driver, 'tbody', 'Rats');
    await says(session.driver, '[data-testid=base]', 'Base');
    await says(session.driver, '[data-testid=base]', 'Base 8');
    await says(session.driver, '[data-testid=base]', '1 not coded yet');
    await session.sound();
  });

  it('has a line for each broader theme in a table, and says what became of answers without one', async () => {
    await session.open('/studies/fernhill-allotments/tables?rows=comment_themes&by=site');
    await says(session.driver, 'main', 'fits no theme');
    await says(session.driver, 'main', 'unclear');
    await (await named(session.driver, 'A line for each broader theme (3)')).click();
    await says(session.driver, 'tbody', 'The grounds, all of it');
    await says(session.driver, '[role=group][aria-label="Of this table alone"]', 'net How it is run, all of it');
    await session.sound();
  });

  it('takes a code sheet in from a file, in a draft, and names the line that it cannot take', async () => {
    await session.open('/studies/fernhill-allotments/workings?make=theme&of=comment');
    await says(session.driver, 'main', 'Code sheet');
    const file = await session.driver.findElement(By.css('input[aria-label="A code sheet, as CSV"]'));
    const bad = join(folder, 'bad.csv');
    writeFileSync(bad, 'theme;under\nTaps;Water\n');
    await file.sendKeys(bad);
    await says(session.driver, '[role=alert]', 'Line 2: there is no theme “Water”');
    await file.sendKeys(join(ROOT, 'demo', 'fernhill-sheet.csv'));
    await says(session.driver, '[aria-label="Code sheet"]', '15 themes');
    await says(session.driver, '[aria-label="Code sheet"]', 'Parking was merged into Paths and gates');
    await session.sound();
  });

  it('says what a change of the code sheet changes, before it is kept', async () => {
    const { body } = await call<StudyView>(session.server, 'GET', '/studies/fernhill-allotments');
    const themes = body.workings.find(({ recipe }) => recipe.kind === 'theme')!;
    const count = (code: string) => themes.proof.rows.find((row) => row.code === code)?.went[0];
    await session.open(`/studies/fernhill-allotments/workings?working=${themes.id}`);
    await (await named(session.driver, 'Edit Compost and deliveries')).click();
    const merge = await session.driver.findElement(
      By.xpath(
        '//label[contains(., "Merge it into")]//select/option[normalize-space()="Shared things: Hut and store"]',
      ),
    );
    await merge.click();
    const changes = '[aria-label="Changes of the code sheet"]';
    await says(session.driver, changes, '“Compost and deliveries” was merged into “Hut and store”');
    await says(session.driver, changes, `Shared things: Hut and store from ${count('7')} to`);
    await session.sound();
  });
});
