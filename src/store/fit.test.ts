import { describe, expect, it } from 'vitest';
import type { Recipe } from '../core/recode/recipe-shape.js';
import { bodyAbout } from '../core/table/sentence-shape.js';
import { amend, fit, touchedBy, touchSame } from './fit.js';
import { type Delta, type Part, type VariableState, type Difference } from '../core/ledger/delta-shape.js';
import type { StudyState } from '../core/ledger/study-state.js';

const variable = (name: string, more: Partial<VariableState> = {}): VariableState => ({
  name,
  label: '',
  question: '',
  level: 'unordered',
  codeListId: null,
  workingId: null,
  madeAt: '',
  note: '',
  group: '',
  starred: false,
  aside: false,
  shownOrder: [],
  offScale: [],
  ...more,
});
const flags = (source: number): Recipe => ({ kind: 'flags', source, codes: ['1'], yes: 'Yes', no: 'No' });
const code = (at: string, label: string) => ({ code: at, label, missing: null });
const made = (recipe: Recipe) => ({ recipe, created: '', edited: '', standsIn: null });

/** A study of two columns, of one of which a flag is made, which stands in a table. */
const now: StudyState = {
  order: [1, 2, 3],
  list: new Map([
    [10, { name: 'sites', kept: false, codes: [code('1', 'Mill'), code('2', 'Weir')] }],
    [11, { name: 'flag', kept: false, codes: [code('1', 'Yes')] }],
  ]),
  variable: new Map([
    [1, variable('site', { codeListId: 10 })],
    [2, variable('age')],
    [3, variable('flag', { workingId: 5, codeListId: 11 })],
  ]),
  working: new Map([[5, made(flags(1))]]),
  mark: new Map(),
  binder: new Map(),
  table: new Map([
    [
      7,
      {
        title: 'Flag',
        sentence: bodyAbout(3),
        shown: { hatch: true },
        created: '',
        edited: '',
      },
    ],
  ]),
};
const thing = (of: Part, id: number, before: object | null, after: object | null) => ({ of, id, before, after });
const change = (...things: Difference[]): Delta => ({ things });

describe('a change on another state than the one it was made on', () => {
  it('gives each field what it gave it', () => {
    const delta = change(thing('variable', 1, { label: '' }, { label: 'Site' }));
    expect(fit(delta, now)).toEqual({ delta, misfits: [] });
  });

  it('does not fit where what it changed is not there, and needs nothing where that was to go', () => {
    expect(fit(change(thing('variable', 9, { label: '' }, { label: 'x' })), now)).toEqual({
      delta: null,
      misfits: ['a variable that it changed is not there'],
    });
    expect(fit(change(thing('table', 9, { title: 'x' }, null)), now)).toEqual({ delta: null, misfits: [] });
  });

  it('brings nothing back that stands on what is not there, nor what only that would use', () => {
    const delta = change(
      thing('list', 20, null, { name: 'x', kept: false, codes: [] }),
      thing('working', 21, null, made(flags(9))),
      thing('variable', 22, null, variable('x', { workingId: 21, codeListId: 20 })),
    );
    expect(fit(delta, now)).toEqual({ delta: null, misfits: ['a variable that it is made of is not there'] });
    const table = change(thing('table', 30, null, { ...now.table.get(7), sentence: bodyAbout(1, { by: 9 }) }));
    expect(fit(table, now).misfits).toEqual(['a variable of the table is not there']);
    // What the change itself makes is there.
    const both = change(thing('variable', 9, null, variable('nine')), thing('working', 21, null, made(flags(9))));
    expect(fit(both, now).misfits).toEqual([]);
  });

  it('closes no circle', () => {
    const nested: StudyState = {
      ...now,
      variable: new Map([...now.variable, [4, variable('outer', { workingId: 6 })]]),
      working: new Map([...now.working, [6, made(flags(3))]]),
    };
    const { delta, misfits } = fit(change(thing('working', 5, { recipe: flags(1) }, { recipe: flags(4) })), nested);
    expect(delta).toBeNull();
    expect(misfits[0]).toContain('it would go in a circle over');
  });

  it('takes nothing out that is in use', () => {
    expect(fit(change(thing('variable', 1, now.variable.get(1)!, null)), now).misfits).toEqual([
      'site is in use now, so it stays',
    ]);
    expect(fit(change(thing('variable', 2, now.variable.get(2)!, null)), now).misfits).toEqual([]);
  });

  it('puts code lists together code by code, and leaves those that workings make alone', () => {
    const sites = (...labels: string[]) => ({ codes: labels.map((label, k) => code(String(k + 1), label)) });
    const { delta } = fit(change(thing('list', 10, sites('Mill Row', 'Weir'), sites('Mill Row', 'Weir End'))), now);
    expect(delta?.things[0]?.after).toEqual(sites('Mill', 'Weir End'));
    expect(fit(change(thing('list', 11, sites('No'), sites('Never'))), now)).toEqual({ delta: null, misfits: [] });
  });

  it('drops a code list that is gone, and says so', () => {
    const { delta, misfits } = fit(
      change(thing('variable', 2, { codeListId: null, note: '' }, { codeListId: 99, note: 'n' })),
      now,
    );
    expect(delta?.things[0]?.after).toEqual({ note: 'n' });
    expect(misfits).toEqual(['the code list of age is not there any more']);
  });

  it('orders the roster as it did, what came since behind what it stood behind', () => {
    const delta: Delta = { order: { before: [1, 3], after: [3, 1, 8] }, things: [] };
    expect(fit(delta, now).delta?.order?.after).toEqual([3, 1, 2]);
  });
});

describe('two changes', () => {
  const derived = new Set([11]);
  const touched = (...things: Difference[]) => touchedBy(change(...things), derived);
  const label = touched(thing('variable', 1, { label: '' }, { label: 'x' }));

  it('touch the same where they change one field of one thing, or one of them makes or takes away all of it', () => {
    expect(touchSame(label, touched(thing('variable', 1, { label: 'y' }, { label: 'z' })))).toBe(true);
    expect(touchSame(label, touched(thing('variable', 1, { note: '' }, { note: 'z' })))).toBe(false);
    expect(touchSame(label, touched(thing('variable', 2, { label: '' }, { label: 'z' })))).toBe(false);
    expect(touchSame(label, touched(thing('variable', 1, { label: '' }, null)))).toBe(true);
    expect(touchSame(touched(thing('variable', 1, null, { label: '' })), label)).toBe(true);
  });

  it('do not touch the same by what follows from them', () => {
    expect(touched(thing('list', 11, { codes: [] }, { codes: [code('1', 'x')] })).size).toBe(0);
  });

  it('are one where an entry gets another form: only what it changed can be another', () => {
    const delta = change(thing('variable', 1, { label: '' }, { label: 'x' }), thing('table', 7, { title: 'a' }, null));
    const amended = amend(delta, [
      { of: 'variable', id: 1, fields: { label: 'y' } },
      { of: 'table', id: 7, fields: { title: 'b' } },
    ]);
    expect(amended.things.map(({ after }) => after)).toEqual([{ label: 'y' }, null]);
  });
});
