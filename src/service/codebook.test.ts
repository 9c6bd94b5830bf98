import { byId } from '../core/by-id.js';
import { countedTable } from './test-study.js';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Readable } from 'node:stream';
import { fileURLToPath } from 'node:url';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { CodebookFile } from '../core/codebook/codebook-file.js';
import type { Code } from '../core/codebook/types.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { cellReader } from '../store/cells.js';
import { allVariables } from '../store/variables.js';
import { changeCodeList, dropCodeList, listCodeLists, makeCodeList } from './code-lists.js';
import { redoEntry, undoEntry } from './ledger.js';
import { type OpenStudy, type Service, startService } from './context.js';
import { declareMissing, planDeclaring, reachOf } from './declare-missing.js';
import { editEntries } from './edit-variable.js';
import { studyHealth } from './health.js';
import { acceptIntake } from './intake/accept.js';
import { joinStudy } from './intake/join.js';
import { receiveFile } from './intake/receive.js';
import { openStudy } from './open-study.js';
import { orderedCodes } from './order-codes.js';
import { respondentRows } from './respondents.js';
import { detailVariable, viewStudy, viewWholeStudy } from './roster.js';
import { keepWorking } from './workings.js';

const WORKER = fileURLToPath(new URL('../../dist/cli/worker.js', import.meta.url));
const folder = mkdtempSync(join(tmpdir(), 'hatch-codebook-'));
let service: Service;
let study: OpenStudy;

const yesNo = [
  { code: '1', label: 'Yes' },
  { code: '2', label: 'No' },
];
const codebook: CodebookFile = {
  codeLists: { yesno: yesNo },
  variables: [
    { name: 'tap', label: 'Uses the tap', codeList: 'yesno' },
    { name: 'shed', label: 'Uses the shed', codeList: 'yesno' },
    { name: 'gate', label: 'Uses the gate', codeList: 'yesno' },
    { name: 'site', label: 'Site' },
  ],
};

/** Ninety gardeners; the last two share an identifier, and two hours are the code 999. */
function csv(): string {
  const lines = ['member_id,tap,shed,gate,site,hours,fee,empty,remark'];
  for (let k = 0; k < 90; k++) {
    const id = k === 89 ? 'M88' : `M${k}`;
    const site = ['a', 'b', 'c'][k % 3] ?? '';
    const shed = k % 10 === 0 ? 9 : 1 + (k % 2);
    const hours = k < 2 ? 999 : (k % 12) + (site === 'c' ? 0.5 : 0);
    const fee = k === 5 ? 'waived' : String((k % 40) * 1.5);
    lines.push([id, 1 + (k % 2), shed, k < 30 ? '' : 1, site, hours, fee, '', `text ${k}`].join(','));
  }
  return lines.join('\n');
}

async function take(name: string): Promise<OpenStudy> {
  const checked = (json: unknown) => json as CodebookFile;
  const intake = await receiveFile(service, `${name}.csv`, Readable.from([Buffer.from(csv())]), checked);
  return openStudy(service, await acceptIntake(service, intake.id, { name, codebook }));
}

beforeAll(() => {
  service = startService({ folder, worker: WORKER });
});
beforeEach(async () => {
  study = await take('Plots');
});
afterAll(async () => {
  await service.close();
  rmSync(folder, { recursive: true });
});

const variable = (name: string) => {
  const found = allVariables(study.db).find((one) => one.name === name);
  if (!found) throw new Error(`no ${name}`);
  return found;
};
const edit = (name: string, change: Omit<Parameters<typeof editEntries>[2][number], 'variable'>) =>
  editEntries(service, study, [{ variable: variable(name).id, ...change }]);
/** All that an analyst could see of the codebook. */
const picture = () => JSON.stringify([allVariables(study.db), listCodeLists(study)]);

describe('entries of the codebook', () => {
  it('are changed many at once, as one change that can be undone and done again', async () => {
    const before = picture();
    const edits = ['tap', 'shed', 'gate'].map((name) => ({
      variable: variable(name).id,
      group: 'Uses',
      note: 'asked on site',
    }));
    expect(await editEntries(service, study, edits)).toEqual({ words: 'Note, group of tap, shed, gate' });
    expect(viewStudy(study).undo).toBe('Note, group of tap, shed, gate');
    const after = picture();
    await undoEntry(service, study);
    expect(picture()).toBe(before);
    expect(viewStudy(study)).toMatchObject({ undo: null, redo: 'Note, group of tap, shed, gate' });
    await redoEntry(service, study);
    expect(picture()).toBe(after);
    await expect(redoEntry(service, study)).rejects.toThrow('no change to do again');
  });

  it('are changed all or none', async () => {
    const before = picture();
    const edits = [
      { variable: variable('tap').id, label: 'New' },
      { variable: variable('remark').id, level: 'number' as const },
    ];
    await expect(editEntries(service, study, edits)).rejects.toThrow('remark holds no numbers');
    await expect(editEntries(service, study, [{ variable: 999, label: 'x' }])).rejects.toThrow('no variable 999');
    expect(picture()).toBe(before);
  });

  it('can change names with each other, and never share one', async () => {
    const [tap, shed] = [variable('tap').id, variable('shed').id];
    await editEntries(service, study, [
      { variable: tap, name: 'shed' },
      { variable: shed, name: 'tap' },
    ]);
    expect(variable('shed').id).toBe(tap);
    await expect(edit('tap', { name: ' gate ' })).rejects.toThrow('Two variables would be called gate');
    await expect(edit('tap', { name: ' ' })).rejects.toThrow('without a name');
    await undoEntry(service, study);
    expect(variable('tap').id).toBe(tap);
  });

  it('keep the heading of the column under a new name, by which a later file is matched', async () => {
    await edit('hours', { name: 'weekly_hours' });
    expect((await detailVariable(service, study, variable('weekly_hours').id)).from).toEqual({
      is: 'column',
      column: 'hours',
      files: ['Plots.csv'],
    });
  });

  it('take the next wave by the heading, and identifiers may come again in it', async () => {
    await edit('hours', { name: 'weekly_hours', label: 'Hours' });
    const intake = await receiveFile(
      service,
      'again.csv',
      Readable.from([Buffer.from(csv())]),
      (json) => json as CodebookFile,
    );
    await joinStudy(service, study, intake.id, { as: 'wave' });
    const { variables, study: row } = viewStudy(study);
    expect(row.respondents).toBe(180);
    expect(variables.some(({ name }) => name === 'hours')).toBe(false);
    expect(variables.find(({ name }) => name === 'weekly_hours')).toMatchObject({
      label: 'Hours',
      answers: 180,
      column: 'hours',
    });
    const twins = (await studyHealth(service, study)).filter(({ is }) => is === 'twins');
    expect(twins).toMatchObject([{ codes: ['M88'], respondents: 4 }]);
  });

  it('stay undone and done across a restart', async () => {
    await edit('tap', { label: 'Tap' });
    await undoEntry(service, study);
    const { id } = study;
    await service.close();
    service = startService({ folder, worker: WORKER });
    study = openStudy(service, id);
    await redoEntry(service, study);
    expect(variable('tap').label).toBe('Tap');
  });

  it('forget what was undone once something else is changed', async () => {
    await edit('tap', { label: 'One' });
    await undoEntry(service, study);
    await edit('tap', { label: 'Two' });
    await expect(redoEntry(service, study)).rejects.toThrow('no change to do again');
    await undoEntry(service, study);
    expect(variable('tap').label).toBe('Uses the tap');
  });
});

describe('code lists', () => {
  const perhaps: Code[] = [
    { code: '1', label: 'Yes, often', missing: null },
    { code: '2', label: 'No', missing: null },
  ];

  it('are changed for all or for one, as is said', async () => {
    const list = variable('tap').codeListId;
    await expect(edit('tap', { codes: perhaps })).rejects.toThrow('shared with Uses the shed, Uses the gate');
    await edit('tap', { codes: perhaps, codesFor: 'this' });
    expect(variable('tap').codeListId).not.toBe(list);
    expect(variable('shed').codes[0]?.label).toBe('Yes');
    await edit('shed', { codes: perhaps, codesFor: 'all' });
    expect(variable('gate').codes[0]?.label).toBe('Yes, often');
    await undoEntry(service, study);
    await undoEntry(service, study);
    expect(variable('tap').codeListId).toBe(list);
    expect(byId(listCodeLists(study), list)?.users).toHaveLength(3);
  });

  it('are not changed for all in two ways at once', async () => {
    const other = [{ code: '1', label: 'Other', missing: null }];
    await expect(
      editEntries(service, study, [
        { variable: variable('tap').id, codes: perhaps, codesFor: 'all' },
        { variable: variable('shed').id, codes: other, codesFor: 'all' },
      ]),
    ).rejects.toThrow('in two ways');
  });

  it('are made, used anywhere, and stay when nobody uses them', async () => {
    const list = await makeCodeList(service, study, {
      name: 'Sites',
      codes: [{ code: 'a', label: 'Mill Row', missing: null }],
    });
    await edit('site', { codeList: list });
    expect(variable('site').codes[0]?.label).toBe('Mill Row');
    await expect(dropCodeList(service, study, list)).rejects.toThrow('A variable uses');
    await edit('site', { codeList: null });
    expect(byId(listCodeLists(study), list)).toMatchObject({ kept: true, users: [] });
    await dropCodeList(service, study, list);
    expect(listCodeLists(study).some(({ id }) => id === list)).toBe(false);
    await undoEntry(service, study);
    expect(byId(listCodeLists(study), list)).toMatchObject({ name: 'Sites' });
    await expect(makeCodeList(service, study, { name: ' Sites', codes: [] })).rejects.toThrow('called Sites already');
  });

  it('ask for whom they are to change', async () => {
    const { codeListId: list, id } = variable('tap');
    await expect(changeCodeList(service, study, list!, { name: 'yesno', codes: perhaps })).rejects.toThrow(
      '3 variables use',
    );
    await changeCodeList(service, study, list!, { name: 'often', codes: perhaps, changeFor: [id] });
    expect(variable('tap').codes).toEqual(perhaps);
    expect(variable('gate').codes[0]?.label).toBe('Yes');
    await changeCodeList(service, study, list!, { name: 'agreed', codes: perhaps, changeFor: 'all' });
    expect(variable('gate').codes).toEqual(perhaps);
    await expect(
      changeCodeList(service, study, list!, { name: 'x', codes: [...perhaps, ...perhaps], changeFor: 'all' }),
    ).rejects.toThrow('stands twice');
  });

  it('hold an order by value, frequency, the other way round or an average, and tables follow', async () => {
    const { id } = variable('site');
    const order = async (by: 'value' | 'frequency' | 'reversed' | 'average', of?: string) =>
      (await orderedCodes(service, study, id, { by, of: of === undefined ? undefined : variable(of).id }))
        .map(({ code }) => code)
        .join('');
    expect(await order('reversed')).toBe('cba');
    expect(await order('value')).toBe('abc');
    await declareMissing(service, study, {
      missing: 'other',
      in: [{ code: '999', variables: [variable('hours').id] }],
    });
    // Without the two codes 999 the averages of the three sites: 4.8, 5.3 and 7.
    expect(await order('average', 'hours')).toBe('cba');
    await expect(order('average')).rejects.toThrow('of which variable');
    await expect(order('average', 'remark')).rejects.toThrow('no average');
    const codes = await orderedCodes(service, study, id, { by: 'reversed' });
    await edit('site', { codes });
    const sentence = bodyAbout(id);
    const table = await countedTable(service, study, sentence);
    expect(table.rows.categories.map(({ code }) => code)).toEqual(['c', 'b', 'a']);
  });
});

describe('missing codes', () => {
  it('are planned first: where they occur, and where they are left alone', async () => {
    const plan = await planDeclaring(service, study, { codes: ['9', '999'], missing: 'refused' });
    expect(plan.words).toEqual([
      '9 occurs in 3 variables, where 19 respondents have it; in 2 it stands among or beside the other ' +
        'numbers: left alone.',
      '999 occurs in 1 variable, where 2 respondents have it.',
    ]);
    expect(plan.lines.filter(({ leftAlone }) => leftAlone === null)).toEqual([
      { variable: variable('shed').id, code: '9', label: '9', respondents: 9, now: null, leftAlone: null },
      { variable: variable('hours').id, code: '999', label: '999', respondents: 2, now: null, leftAlone: null },
    ]);
    const few = await planDeclaring(service, study, {
      codes: ['9'],
      missing: 'refused',
      variables: [variable('tap').id],
    });
    expect(few.words).toEqual(['9 occurs in none of them.']);
  });

  it('are counted by respondents, each once, and not by variables', async () => {
    const [shed, hours] = [variable('shed').id, variable('hours').id];
    const rows = cellReader(study.db, variable('shed').columnId)(0, 90);
    const others = cellReader(study.db, variable('hours').columnId)(0, 90);
    const any = rows.filter((cell, k) => cell === '9' || String(others[k]) === '9').length;
    const reach = await reachOf(service, study, [
      { code: '9', variables: [shed, hours] },
      { code: '9', variables: [shed] },
    ]);
    expect(reach).toEqual({ each: [any, rows.filter((cell) => cell === '9').length], any });
    const plan = await planDeclaring(service, study, { codes: ['9'], missing: 'refused' });
    expect(plan.respondents).toBe(rows.filter((cell) => cell === '9').length);
  });

  it('are declared all at once, each with its own reason, in one change', async () => {
    const before = picture();
    const [shed, hours] = [variable('shed').id, variable('hours').id];
    const { words } = await declareMissing(service, study, {
      missing: 'other',
      in: [
        { code: '9', variables: [shed], missing: 'refused' },
        { code: '999', variables: [hours] },
      ],
    });
    expect(words).toBe('9 is refused; 999 is no answer in 2 variables');
    expect(variable('shed').codes.find(({ code }) => code === '9')?.missing).toBe('refused');
    expect(variable('hours').codes.find(({ code }) => code === '999')?.missing).toBe('other');
    await undoEntry(service, study);
    expect(picture()).toBe(before);
  });

  it('touch only the variables that are named, and the source never', async () => {
    const before = picture();
    const values = cellReader(study.db, variable('hours').columnId)(0, 90);
    await declareMissing(service, study, {
      missing: 'refused',
      in: [
        { code: '9', variables: [variable('shed').id] },
        { code: '999', variables: [variable('hours').id] },
      ],
    });
    expect(variable('shed').codes.find(({ code }) => code === '9')?.missing).toBe('refused');
    expect(variable('tap').codes.map(({ code }) => code)).toEqual(['1', '2']);
    const view = await viewWholeStudy(service, study);
    expect(view.variables.find(({ name }) => name === 'hours')).toMatchObject({
      missing: 2,
      answers: 88,
      picture: { to: 11.5 },
    });
    const { summary } = await detailVariable(service, study, variable('hours').id);
    expect(summary).toMatchObject({ n: 88, maximum: 11.5 });
    expect(cellReader(study.db, variable('hours').columnId)(0, 90)).toEqual(values);
    await undoEntry(service, study);
    expect(picture()).toBe(before);
  });

  it('change a list in place where all who use it are named', async () => {
    const list = variable('tap').codeListId;
    const all = ['tap', 'shed', 'gate'].map((name) => variable(name).id);
    await declareMissing(service, study, { missing: 'dont-know', in: [{ code: '9', variables: all }] });
    expect(['tap', 'shed', 'gate'].map((name) => variable(name).codeListId)).toEqual([list, list, list]);
    await declareMissing(service, study, { missing: null, in: [{ code: '9', variables: all }] });
    expect(variable('shed').codes.at(-1)).toEqual({ code: '9', label: '9', missing: null });
  });

  it('are not declared where a working decides', async () => {
    const recipe = {
      kind: 'regroup',
      source: variable('site').id,
      level: 'unordered',
      groups: [{ code: '1', label: 'All', from: ['a', 'b', 'c'] }],
      setAside: [],
    } as const;
    const kept = await keepWorking(service, study, {
      name: 'all',
      label: 'All',
      recipe: { ...recipe, groups: [...recipe.groups], setAside: [] },
    });
    const wanted = { missing: 'other' as const, in: [{ code: '1', variables: [kept.variable] }] };
    await expect(declareMissing(service, study, wanted)).rejects.toThrow('made by a working');
  });

  it('compute again what stands on the variable, undone as done', async () => {
    const groups = [{ code: '1', label: 'All', from: ['1', '2', '9'] }];
    const { variable: made } = await keepWorking(service, study, {
      name: 'any',
      label: 'Any',
      recipe: { kind: 'regroup', source: variable('shed').id, level: 'unordered', groups, setAside: [] },
    });
    await declareMissing(service, study, { missing: 'refused', in: [{ code: '9', variables: [variable('shed').id] }] });
    const holds = () => byId(viewStudy(study).variables, made)?.holds;
    expect(holds()).toBe(false);
    await undoEntry(service, study);
    expect(holds()).toBe(true);
  });
});

describe('respondents one by one', () => {
  const rows = (names: string[], more: Partial<Parameters<typeof respondentRows>[2]> = {}) =>
    respondentRows(service, study, {
      variables: names.map((name) => variable(name).id),
      only: [],
      from: 0,
      count: 3,
      ...more,
    });

  it('stand in the order of the file, with what the data has', async () => {
    expect(await rows(['member_id', 'gate', 'hours', 'fee', 'site'], { from: 4, count: 2 })).toEqual({
      total: 90,
      rows: [
        { respondent: 5, cells: ['M4', null, '4', '6', 'b'] },
        { respondent: 6, cells: ['M5', null, '5.5', 'waived', 'c'] },
      ],
    });
    expect((await rows(['tap'], { from: 88, count: 100 })).rows.map(({ respondent }) => respondent)).toEqual([89, 90]);
  });

  it('can be those with a value, a missing code too', async () => {
    const shed = variable('shed').id;
    const only = [{ variable: shed, is: 'any-of' as const, codes: ['9'] }];
    await declareMissing(service, study, { missing: 'refused', in: [{ code: '9', variables: [shed] }] });
    const found = await rows(['shed', 'site'], { only, from: 7 });
    expect(found.total).toBe(9);
    expect(found.rows.map(({ respondent }) => respondent)).toEqual([71, 81]);
  });

  it('name the options that they mentioned', async () => {
    const items = ['tap', 'gate'].map((name) => ({ source: variable(name).id, label: name, ticked: '1' }));
    await keepWorking(service, study, { name: 'uses', label: 'Uses', recipe: { kind: 'gather', items, none: null } });
    const cells = (await rows(['uses'], { from: 29, count: 3 })).rows.map((row) => row.cells[0]);
    expect(cells).toEqual([[], ['1', '2'], ['2']]);
  });
});

describe('the health of a study', () => {
  it('names what is wrong, until it is mended', async () => {
    const complaints = async () =>
      (await studyHealth(service, study)).map(({ is, variable: id, codes }) =>
        `${is} ${byId(allVariables(study.db), id)?.name ?? ''} ${codes.join(' ')}`.trim(),
      );
    expect(await complaints()).toEqual([
      'twins member_id M88',
      'undeclared shed 9',
      'undeclared hours 999',
      'words fee waived',
      'unlabelled shed 9',
      'blank empty',
    ]);
    await declareMissing(service, study, {
      missing: 'other',
      in: [
        { code: '999', variables: [variable('hours').id] },
        { code: '9', variables: [variable('shed').id] },
        { code: 'waived', variables: [variable('fee').id] },
      ],
    });
    await edit('empty', { aside: true });
    expect(await complaints()).toEqual(['twins member_id M88', 'unlabelled shed 9']);
  });
});
