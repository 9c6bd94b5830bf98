import { describe, expect, it } from 'vitest';
import { differenceOf, putSide, readState } from './state.js';
import { studyOfTests } from './study.fixtures.js';
import { allVariables, markVariable, removeVariable, renameVariable, renameVariables } from './variables.js';

const { db, column, variable } = studyOfTests();
const [a, b, c] = ['a', 'b', 'c'].map((name) => variable(name, column(name, 'coded8'))) as [number, number, number];

const names = () => Object.fromEntries(allVariables(db).map(({ id, name }) => [id, name]));

/** What some work changes. */
function deltaOf(work: () => void) {
  const before = readState(db);
  work();
  return differenceOf(before, readState(db))!;
}

/** Puts one side of a change. */
const put = (delta: ReturnType<typeof deltaOf>, side: 'before' | 'after') =>
  db.transaction(() => putSide(db, delta, side, 3))();

describe('a side of a change', () => {
  it('gives names back that were changed for each other', () => {
    const delta = deltaOf(() => {
      renameVariables(db, [
        { id: a, name: 'b' },
        { id: b, name: 'a' },
      ]);
    });
    expect(delta.things.map(({ before }) => before)).toEqual([{ name: 'a' }, { name: 'b' }]);
    put(delta, 'before');
    expect(names()).toEqual({ [a]: 'a', [b]: 'b', [c]: 'c' });
    put(delta, 'after');
    expect(names()).toEqual({ [a]: 'b', [b]: 'a', [c]: 'c' });
    put(delta, 'before');
  });

  it('leaves a name that something else has by now', () => {
    const delta = deltaOf(() => renameVariable(db, a, 'other'));
    renameVariable(db, c, 'a');
    put(delta, 'before');
    expect(names()).toEqual({ [a]: 'other', [b]: 'b', [c]: 'a' });
    renameVariable(db, c, 'c');
    renameVariable(db, a, 'a');
  });

  it('says the rest of what is said of a variable, and leaves all others', () => {
    const marks = { note: 'n', group: 'g', starred: true, aside: true, shownOrder: ['2', '1'], offScale: ['2'] };
    const delta = deltaOf(() => markVariable(db, b, marks));
    expect(delta.things).toHaveLength(1);
    put(delta, 'before');
    expect(allVariables(db)[1]).toMatchObject({ name: 'b', note: '', group: '', starred: false, shownOrder: [] });
    put(delta, 'after');
    expect(allVariables(db)[1]).toMatchObject({ name: 'b', ...marks });
  });

  it('brings a variable back that is gone, with all that is said of it', () => {
    const before = allVariables(db)[1]!;
    const delta = deltaOf(() => removeVariable(db, b));
    put(delta, 'before');
    const after = allVariables(db)[1]!;
    expect({ ...after, columnId: 0 }).toEqual({ ...before, columnId: 0 });
    put(delta, 'after');
    expect(Object.keys(names())).toEqual([String(a), String(c)]);
  });
});
