import { describe, expect, it } from 'vitest';
import { byId } from '../core/by-id.js';
import { cellReader } from '../store/cells.js';
import { declareMissing, planDeclaring, reachOf } from './declare-missing.js';
import { undoEntry } from './ledger.js';
import { picture, service, study, variable } from './plots.fixtures.js';
import { detailVariable, viewStudy, viewWholeStudy } from './roster.js';
import { keepWorking } from './workings.js';

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
