import { byId } from '../core/by-id.js';
import { describe, expect, it } from 'vitest';
import { editEntries } from './edit-variable.js';
import { undoEntry } from './ledger.js';
import { viewStudy } from './roster.js';
import { serviceForTests, studyOfRows } from './test-study.js';
import { keepWorking } from './workings.js';

const service = serviceForTests();

const ROWS = [
  'first,second,g_beans,g_peas',
  ...Array.from({ length: 30 }, (_, k) => `${1 + (k % 3)},${1 + ((k + 1) % 3)},${k % 2},${k % 3 === 0 ? 1 : 0}`),
];

const NAMES = ['Beans', 'Peas', 'Kale'].map((label, k) => ({ code: String(k + 1), label, missing: null }));

describe('labels given to columns after their question was made', () => {
  it('reach the options of slots, those that nobody named', async () => {
    const study = await studyOfRows(service, 'slots', ROWS);
    const id = (name: string) => viewStudy(study).variables.find((variable) => variable.name === name)!.id;
    const options = [
      { code: '1', label: '1' },
      { code: '2', label: '2' },
      { code: '3', label: 'My third' },
    ];
    const working = await keepWorking(service, study, {
      name: 'said',
      label: 'Said',
      recipe: { kind: 'slots', sources: [id('first'), id('second')], options, none: null },
    });
    const labels = () => byId(viewStudy(study).variables, working.variable)!.codes.map(({ label }) => label);
    expect(labels()).toEqual(['1', '2', 'My third']);
    const edits = ['first', 'second'].map((name) => ({ variable: id(name), codes: NAMES, codesFor: 'all' as const }));
    await editEntries(service, study, edits);
    expect(labels()).toEqual(['Beans', 'Peas', 'My third']);
    await undoEntry(service, study);
    expect(labels()).toEqual(['1', '2', 'My third']);
  });

  it('reach the options of yes/no columns that are called by their names', async () => {
    const study = await studyOfRows(service, 'columns', ROWS);
    const id = (name: string) => viewStudy(study).variables.find((variable) => variable.name === name)!.id;
    const items = [
      { source: id('g_beans'), label: 'g_beans', ticked: '1' },
      { source: id('g_peas'), label: 'Peas, any', ticked: '1' },
    ];
    const working = await keepWorking(service, study, {
      name: 'grows',
      label: 'Grows',
      recipe: { kind: 'gather', items, none: null },
    });
    await editEntries(service, study, [
      { variable: id('g_beans'), label: 'Beans' },
      { variable: id('g_peas'), label: 'Peas' },
    ]);
    const { codes, holds } = byId(viewStudy(study).variables, working.variable)!;
    expect(codes.map(({ label }) => label)).toEqual(['Beans', 'Peas, any']);
    expect(holds).toBe(true);
  });
});
