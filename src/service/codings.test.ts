import { Readable } from 'node:stream';
import { describe, expect, it } from 'vitest';
import type { ThemeRecipe } from '../core/recode/theme/shape.js';
import { allEntries } from '../store/ledger.js';
import { allMarks } from '../store/marks.js';
import {
  agreementIn,
  answersToCode,
  codingsAsCsv,
  importCodings,
  keepCodings,
  keepMarks,
  quoteAnswer,
} from './codings.js';
import { describeEntry } from './describe-entry.js';
import { joinStudy } from './intake/join.js';
import { receiveFile } from './intake/receive.js';
import { redoEntry, undoEntry } from './ledger.js';
import { change, openStudy } from './open-study.js';
import { viewStudy } from './roster.js';
import { sheetHistory } from './sheet-history.js';
import { service, study, variable } from './plots.fixtures.js';
import { countedTable, faultOf } from './test-study.js';
import { dropWorking, editWorking, keepWorking, previewWorking } from './workings.js';

const theme = (id: number, name: string) => ({ id, name, under: null, into: null });
const coder = (name: string, share = 1) => ({ name, share, seed: 7 });
const recipe = (more: Partial<ThemeRecipe> = {}): ThemeRecipe => ({
  kind: 'theme',
  sources: [variable('remark').id],
  themes: [theme(1, 'Water'), theme(2, 'Shed')],
  coders: [coder('Anna'), coder('Ben', 0.4)],
  ...more,
});
const keep = async (more: Partial<ThemeRecipe> = {}) =>
  (await keepWorking(service, study, { name: 'themes', label: 'Themes', recipe: recipe(more) })).working;

/** Anna's codings of remarks: one for each list of themes. */
const code = (working: number, name: string, codings: Record<string, number[]>, settles = false) =>
  keepCodings(service, study, working, {
    coder: name,
    settles,
    codings: Object.entries(codings).map(([text, themes]) => ({ texts: [text], verdict: 'themes', themes })),
  });

const mentions = async () => {
  const variableId = variable('themes').id;
  const table = await countedTable(service, study, {
    rows: [{ variable: variableId }],
    by: [],
    within: null,
    only: [],
    weight: null,
  });
  return table.rows.categories.map(({ label }, k) => [label, table.rowTotals[k]]);
};
const lastEntry = () => describeEntry(study, allEntries(study.db).at(-1)!.id);

describe('coding answers', () => {
  it('makes a question of them, which follows each coding, and can be taken back', async () => {
    const working = await keep();
    expect(await answersToCode(service, study, working)).toMatchObject({ left: 90 });
    await code(working, 'Anna', { 'text 1': [1], 'text 2': [1, 2] });
    expect(await mentions()).toEqual([
      ['Water', 2],
      ['Shed', 1],
    ]);
    const { answers, left } = await answersToCode(service, study, working, 'Anna');
    expect(left).toBe(88);
    expect(answers[2]).toEqual({
      text: 'text 2',
      respondents: 1,
      first: 3,
      said: { verdict: 'themes', themes: [1, 2] },
      open: false,
      quote: null,
    });
    await keepCodings(service, study, working, {
      coder: 'Anna',
      codings: [
        { texts: [' text  1 '], verdict: 'unclear', themes: [] },
        { texts: ['text 2'], verdict: null, themes: [] },
      ],
    });
    expect(allMarks(study.db).map(({ text, verdict }) => [text, verdict])).toEqual([['text 1', 'unclear']]);
    expect(lastEntry().lines.map(({ title, before, after }) => [title, before, after])).toContainEqual([
      'Coding of “text 1” by Anna',
      'coded',
      'unclear',
    ]);
    await undoEntry(service, study);
    expect((await mentions())[1]).toEqual(['Shed', 1]);
    await redoEntry(service, study);
    expect((await mentions())[1]).toEqual(['Shed', 0]);
  });

  it('is blind: a coder sees their own codings alone, and of the answers those drawn for them', async () => {
    const working = await keep();
    await code(working, 'Anna', Object.fromEntries(Array.from({ length: 90 }, (_, k) => [`text ${k}`, [1]])));
    const { answers, left } = await answersToCode(service, study, working, 'Ben');
    expect(answers.length).toBeGreaterThan(20);
    expect(answers.length).toBeLessThan(55);
    expect(left).toBe(answers.length);
    expect(answers.every(({ said, open }) => said === null && !open)).toBe(true);
  });

  it('tells how two agree, settles what they differ on, and keeps who did', async () => {
    const working = await keep({ coders: [coder('Anna'), coder('Ben')] });
    await code(working, 'Anna', { 'text 1': [1], 'text 2': [2], 'text 3': [1, 2] });
    await code(working, 'Ben', { 'text 1': [1], 'text 2': [1], 'text 3': [1] });
    const before = agreementIn(study, working, { first: 'Anna', second: 'Ben' });
    expect(before).toMatchObject({ answers: 3, alike: 1, open: 2 });
    expect(before.differences.map(({ text, settled }) => [text, settled])).toEqual([
      ['text 2', null],
      ['text 3', null],
    ]);
    await code(working, 'Cleo', { 'text 2': [1] }, true);
    expect(await mentions()).toEqual([
      ['Water', 3],
      ['Shed', 1],
    ]);
    const after = agreementIn(study, working, { first: 'Anna', second: 'Ben' });
    expect(after.open).toBe(1);
    expect(after.differences[0]?.settled).toMatchObject({ coder: 'Cleo', themes: [1] });
    // Agreement is of what was coded, not of what was settled.
    expect(after.alpha).toEqual(before.alpha);
  });

  it('follows a code sheet that was changed; what was coded is not lost with its working', async () => {
    const working = await keep();
    await code(working, 'Anna', { 'text 1': [1], 'text 2': [2] });
    const themes = [theme(1, 'Water'), { ...theme(2, 'Shed'), into: 1 }];
    const preview = await previewWorking(service, study, recipe({ themes }), working);
    expect(preview.figures.codes).toEqual([{ code: '1', respondents: 2 }]);
    await editWorking(service, study, working, { name: 'themes', label: 'Themes', recipe: recipe({ themes }) });
    expect(await mentions()).toEqual([['Water', 2]]);
    expect(sheetHistory(study, working).map(({ words }) => words)).toEqual([
      ['“Shed” was merged into “Water”'],
      ['“Water” is new', '“Shed” is new'],
    ]);
    await dropWorking(service, study, working);
    expect(allMarks(study.db)).toEqual([]);
    await undoEntry(service, study);
    expect(allMarks(study.db)).toHaveLength(2);
    expect(await mentions()).toEqual([['Water', 2]]);
  });

  it('stays as it is where a new wave comes, of which only what is new is not coded yet', async () => {
    const working = await keep();
    await code(working, 'Anna', { 'text 1': [1], 'text 2': [2] });
    const wave = 'member_id,remark\nN1,text 1\nN2,a new remark\nN3,another one\n';
    const intake = await receiveFile(service, 'wave.csv', Readable.from([Buffer.from(wave)]));
    await joinStudy(service, study, intake.id, { as: 'wave' });
    const joined = openStudy(service, study.id);
    const { answers, left } = await answersToCode(service, joined, working);
    expect([answers.length, left]).toEqual([92, 90]);
    expect(answers.find(({ text }) => text === 'text 1')).toMatchObject({ respondents: 2, said: { themes: [1] } });
    const [covered] = viewStudy(joined).workings.at(-1)!.proof.findings;
    expect(covered?.text).toBe(
      'Of 93 answers 3 have themes, 0 fit none, 0 are unclear, 0 are left out and 90 are not coded yet.',
    );
  });

  it('takes what a file says twice once, the last of it', async () => {
    const working = await keep();
    const said = { text: 'text 1', verdict: 'themes' as const, coder: 'Anna', settles: false, quote: null };
    const twice = [[1], [2]].map((themes) => ({ ...said, themes }));
    await change(service, study, () => keepMarks(service, study, working, twice, 'Took codings in'));
    expect(allMarks(study.db).map(({ themes }) => themes)).toEqual([[2]]);
  });

  it('says in tables what became of answers without a theme', async () => {
    const working = await keep();
    await code(working, 'Anna', { 'text 1': [1] });
    const codings = (['fits-nothing', 'unclear', 'left-out'] as const).map((verdict, k) => {
      return { texts: [`text ${k + 2}`], verdict, themes: [] };
    });
    await keepCodings(service, study, working, { coder: 'Anna', codings });
    expect(await mentions()).toEqual([
      ['Water', 1],
      ['Shed', 0],
      ['Fits no theme', 1],
      ['Unclear', 1],
    ]);
  });

  it('marks answers as quotations, which they stay when coded anew, and in files', async () => {
    const working = await keep();
    await code(working, 'Anna', { 'text 1': [1], 'text 2': [2] });
    const quote = (text: string, words: string | null) =>
      quoteAnswer(service, study, working, { coder: 'Anna', text, quote: words });
    await quote('text 1', '[…] 1');
    expect(lastEntry().lines).toMatchObject([{ title: 'Quotation of “text 1” by Anna', after: '[…] 1' }]);
    await code(working, 'Anna', { 'text 1': [2] });
    const quoted = async () =>
      (await answersToCode(service, study, working, 'Anna')).answers.flatMap(({ quote: own }) => own ?? []);
    expect(await quoted()).toEqual(['[…] 1']);
    const { text } = await codingsAsCsv(service, study, working, 'Anna');
    expect(text.split('\r\n')[2]).toBe('text 1,1,Anna,,coded,Shed,[…] 1');
    await quote('text 1', null);
    expect(await quoted()).toEqual([]);
    await importCodings(service, study, working, { name: 'codings.csv', body: Readable.from([text]) });
    expect(await quoted()).toEqual(['[…] 1']);
    expect((await faultOf(quote('text 3', 'three'))).message).toBe('The answer is not coded yet.');
  });

  it('goes out as CSV and comes in again, from whatever office it was coded in', async () => {
    const working = await keep();
    await code(working, 'Anna', { 'text 1': [1], 'text 2': [1, 2] });
    const { text } = await codingsAsCsv(service, study, working, 'Anna');
    expect(text.split('\r\n').slice(0, 4)).toEqual([
      '\uFEFFanswer,respondents,coder,settles,verdict,themes,quote',
      'text 0,1,Anna,,,,',
      'text 1,1,Anna,,coded,Water,',
      'text 2,1,Anna,,coded,Water; Shed,',
    ]);
    const sent = (content: string | Buffer, by?: string) =>
      importCodings(service, study, working, { name: 'codings.csv', body: Readable.from([content]), coder: by });
    // What is sent back as it was changes nothing, and leaves no entry.
    const entries = allEntries(study.db).length;
    await sent(text.replace('text 0,1,Anna,,,', 'text 0,1,Anna,,unclear,'));
    expect(allEntries(study.db)).toHaveLength(entries + 1);
    expect((await mentions()).slice(0, 2)).toEqual([
      ['Water', 2],
      ['Shed', 1],
    ]);
    expect(allMarks(study.db)).toHaveLength(3);
    const office = 'Answer;Themes;Verdict\r\ntext 5;shed;\r\ntext 6;;left out\r\ntext 7;;\r\n';
    await sent(Buffer.from(office, 'latin1'), 'Ben');
    expect(allMarks(study.db).filter(({ coder: name }) => name === 'Ben')).toMatchObject([
      { text: 'text 5', themes: [2] },
      { text: 'text 6', verdict: 'left-out' },
    ]);
    const { message } = await faultOf(sent('answer;themes\ntext 8;Frost\n', 'Ben'));
    expect(message).toContain('Line 2: the code sheet has no theme “Frost”');
    expect(allMarks(study.db)).toHaveLength(5);
    // What answers nobody here is kept, and told.
    const foreign = await sent('answer;themes\n"text\n8";Shed\nOf another wave;Shed\n', 'Ben');
    expect(foreign).toEqual({ answers: 2, unknown: 1 });
    expect(allMarks(study.db).at(-2)?.text).toBe('text 8');
  });

  it('is refused by name: an unknown coder or theme, no theme, an answer twice, another kind of working', async () => {
    const working = await keep();
    const fault = (work: Promise<unknown>) => faultOf(work).then(({ message }) => message);
    expect(await fault(code(working, 'Dora', { 'text 1': [1] }))).toContain('Nobody called “Dora” codes here');
    expect(await fault(code(working, 'Anna', { 'text 1': [9] }))).toContain('no theme 9');
    expect(await fault(code(working, 'Anna', { 'text 1': [] }))).toContain('has no theme');
    expect(await fault(code(working, 'Anna', { 'text 1': [1], ' text 1': [2] }))).toContain('coded twice');
    expect(await fault(answersToCode(service, study, 99))).toContain('no working 99');
    const flags = { kind: 'flags' as const, source: variable('tap').id, codes: ['1'], yes: 'Yes', no: 'No' };
    const other = await keepWorking(service, study, { name: 'flag', label: 'Flag', recipe: flags });
    expect(await fault(answersToCode(service, study, other.working))).toContain('not made of themes');
    expect(allMarks(study.db)).toEqual([]);
  });
});
