import { total } from '../numerics/total.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { Fault } from '../fault.js';
import type { CodedColumn, Column, SetsColumn } from './column.js';
import { SET_STATE } from './set-state.js';
import { wordsFor } from './option-bits.js';
import { asCountable, axisOf } from './axis.js';
import { count } from './count.js';
import { filter } from './filter.js';
import type { FilterCondition } from './verdicts.js';
import type { CountArray } from './types.js';

const coded = (values: number[], codes: number): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from(values),
  codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
});

/** A multiple-response column from sets of options (from 0); null is blank, 'none' chose none of these. */
function sets(answers: (number[] | null | 'none')[], options: number): SetsColumn {
  const width = wordsFor(options);
  const words = new Uint32Array(answers.length * width);
  const state = new Uint8Array(answers.length);
  answers.forEach((answer, k) => {
    if (answer === null) return;
    if (answer === 'none') state[k] = SET_STATE.none;
    else {
      state[k] = answer.length > 0 ? SET_STATE.mentioned : SET_STATE.nothing;
      for (const option of answer) words[k * width + (option >> 5)]! |= 1 << (option & 31);
    }
  });
  return { kind: 'sets', words, width, state, options: Array.from({ length: options }, (_, k) => String(k + 1)) };
}

const plain = { mask: null, filtered: [], weight: null };

/** One cell, by the codes of its row and column ('' is blank). */
function cell(counts: CountArray, row: string, column?: string): number {
  const [rows, columns] = counts.axes;
  const find = (axis: CountArray['axes'][number] | undefined, code: string) =>
    axis?.slots.findIndex((slot) => (slot.is === 'code' ? slot.code === code : slot.is === (code || 'blank'))) ?? 0;
  const width = columns?.slots.length ?? 1;
  return counts.respondents[find(rows, row) * width + (column === undefined ? 0 : find(columns, column))] ?? NaN;
}

const columnsOf = fc.integer({ min: 0, max: 300 }).chain((n) =>
  fc.record({
    n: fc.constant(n),
    rows: fc.array(fc.integer({ min: 0, max: 4 }), { minLength: n, maxLength: n }),
    columns: fc.array(fc.integer({ min: 0, max: 3 }), { minLength: n, maxLength: n }),
    mask: fc.array(fc.integer({ min: 0, max: 1 }), { minLength: n, maxLength: n }),
    weight: fc.array(fc.double({ min: 0.1, max: 5, noNaN: true }), { minLength: n, maxLength: n }),
  }),
);

describe('counting two coded columns', () => {
  it('agrees with a plain tally, masked or not', () => {
    fc.assert(
      fc.property(columnsOf, fc.boolean(), ({ n, rows, columns, mask }, masked) => {
        const result = count({
          ...plain,
          axes: [coded(rows, 4), coded(columns, 3)],
          respondents: n,
          mask: masked ? Uint8Array.from(mask) : null,
        });
        const tally = new Array<number>(5 * 4).fill(0);
        for (let k = 0; k < n; k++) if (!masked || mask[k] === 1) tally[rows[k]! * 4 + columns[k]!]!++;
        expect(result.respondents).toEqual(tally);
        expect(result.total).toBe(n);
      }),
    );
  });

  it('adds weights and their squares up in the same cells', () => {
    fc.assert(
      fc.property(columnsOf, ({ n, rows, columns, weight }) => {
        const axes = [coded(rows, 4), coded(columns, 3)];
        const result = count({ ...plain, axes, respondents: n, weight: Float64Array.from(weight) });
        const unweighted = count({ ...plain, axes, respondents: n });
        expect(result.respondents).toEqual(unweighted.respondents);
        const sum = (values: readonly number[]) => total(values);
        expect(sum(result.weights?.sums ?? [])).toBeCloseTo(sum(weight), 8);
        expect(sum(result.weights?.squares ?? [])).toBeCloseTo(sum(weight.map((w) => w * w)), 8);
      }),
    );
  });

  it('leaves out, and counts, who has no usable weight', () => {
    const weight = Float64Array.from([1, NaN, 0, -2, 3]);
    const result = count({ ...plain, axes: [coded([1, 1, 1, 1, 1], 1)], respondents: 5, weight });
    expect(result.withoutWeight).toBe(3);
    expect(cell(result, '1')).toBe(2);
    expect(result.weights?.sums[1]).toBe(4);
  });

  it('takes columns of more than 255 codes', () => {
    const wide: CodedColumn = {
      kind: 'coded',
      values: Uint16Array.from([300, 1, 300]),
      codes: Array.from({ length: 300 }, (_, k) => String(k + 1)),
    };
    expect(cell(count({ ...plain, axes: [wide], respondents: 3 }), '300')).toBe(2);
  });

  it('refuses a table of absurd size', () => {
    const wide: CodedColumn = { kind: 'coded', values: new Uint16Array(1), codes: new Array<string>(3000).fill('x') };
    expect(() => count({ ...plain, axes: [wide, wide], respondents: 1 })).toThrow(Fault);
  });
});

describe('counting a multiple-response column', () => {
  const ANSWERED = ['mentioned', 'none', 'nothing'];
  const answered = (result: ReturnType<typeof count>, ...more: string[]) =>
    ANSWERED.reduce((sum, is) => sum + cell(result, is, ...more), 0);
  const question = sets([[0, 2], [2], null, [], 'none', [0, 1, 2]], 3);

  it('counts mentions by option, and respondents once', () => {
    const result = count({ ...plain, axes: [question], respondents: 6 });
    expect(['1', '2', '3'].map((code) => cell(result, code))).toEqual([2, 1, 3]);
    expect(cell(result, '')).toBe(1);
    expect(answered(result)).toBe(5);
    expect(cell(result, 'none')).toBe(1);
    expect(cell(result, 'nothing')).toBe(1);
  });

  it('keeps the base of each group beside its mentions', () => {
    const group = coded([1, 1, 2, 2, 1, 0], 2);
    const result = count({ ...plain, axes: [question, group], respondents: 6 });
    expect(answered(result, '1')).toBe(3);
    expect(answered(result, '2')).toBe(1);
    expect(cell(result, '3', '1')).toBe(2);
    expect(cell(result, '3', '')).toBe(1);
  });

  it('counts two questions against each other: every pair of mentions', () => {
    const other = sets([[0], [0, 1], [1], null, [1], [0]], 2);
    const result = count({ ...plain, axes: [question, other], respondents: 6 });
    expect(cell(result, '3', '1')).toBe(3);
    expect(cell(result, '3', '2')).toBe(1);
    expect(ANSWERED.reduce((sum, is) => sum + answered(result, is), 0)).toBe(4);
  });

  it('finds options past the 32nd, and the 32nd itself', () => {
    const wide = sets([[31, 32, 69], [69]], 70);
    const result = count({ ...plain, axes: [wide], respondents: 2 });
    expect(['32', '33', '70', '1'].map((code) => cell(result, code))).toEqual([1, 1, 2, 0]);
  });

  it('has mentions that sum to the sizes of the sets, and options never above the base', () => {
    const answers = fc.array(
      fc.oneof(
        fc.constant(null),
        fc.uniqueArray(fc.integer({ min: 0, max: 39 }), { maxLength: 12 }),
        fc.constant('none' as const),
      ),
      { maxLength: 120 },
    );
    fc.assert(
      fc.property(answers, (given) => {
        const result = count({ ...plain, axes: [sets(given, 40)], respondents: given.length });
        const mentions = Array.from({ length: 40 }, (_, k) => cell(result, String(k + 1)));
        const sizes = given.reduce((sum, item) => sum + (Array.isArray(item) ? item.length : 0), 0);
        expect(total(mentions)).toBe(sizes);
        for (const mention of mentions) expect(mention).toBeLessThanOrEqual(answered(result));
        expect(answered(result) + cell(result, '')).toBe(given.length);
      }),
    );
  });
});

describe('axes', () => {
  it('have a place for blank first, then the codes', () => {
    expect(axisOf(coded([], 2)).slots).toEqual([{ is: 'blank' }, { is: 'code', code: '1' }, { is: 'code', code: '2' }]);
  });
  it('refuse free text and too many numbers, with what to do', () => {
    const refuse = (column: Column) => {
      try {
        asCountable(column, 'Comment');
      } catch (error) {
        return error instanceof Fault ? error : null;
      }
      return null;
    };
    expect(refuse({ kind: 'text', values: [] })?.message).toContain('free text');
    expect(refuse({ kind: 'number', values: new Float64Array(0), words: [] })?.place.variable).toBe('Comment');
  });
});

describe('filter', () => {
  const site = coded([1, 2, 3, 0, 2, 1], 3);
  const run = (...conditions: Omit<FilterCondition, 'name'>[]) =>
    filter(
      conditions.map((condition) => ({ ...condition, name: 'Site' })),
      6,
    );

  it('needs no mask without conditions', () => {
    expect(run()).toEqual({ mask: null, tallies: [] });
  });

  it('keeps any of, or none of, the codes; a blank is unknown, not outside', () => {
    const kept = run({ column: site, rule: { is: 'any-of', codes: ['2'] }, missing: [] });
    expect([...(kept.mask ?? [])]).toEqual([0, 1, 0, 0, 1, 0]);
    expect(kept.tallies).toEqual([{ outside: 3, unknown: 1 }]);
    const others = run({ column: site, rule: { is: 'none-of', codes: ['2'] }, missing: [] });
    expect([...(others.mask ?? [])]).toEqual([1, 0, 1, 0, 0, 1]);
  });

  it('does not take a missing code for an answer, even where the codes name it', () => {
    const kept = run({ column: site, rule: { is: 'none-of', codes: ['2'] }, missing: ['3'] });
    expect([...(kept.mask ?? [])]).toEqual([1, 0, 0, 0, 0, 1]);
    expect(kept.tallies).toEqual([{ outside: 2, unknown: 2 }]);
  });

  it('tells a respondent under the first condition that leaves them out', () => {
    const kept = run(
      { column: site, rule: { is: 'any-of', codes: ['1', '2'] }, missing: [] },
      { column: coded([1, 1, 1, 1, 0, 2], 2), rule: { is: 'any-of', codes: ['1'] }, missing: [] },
    );
    expect(kept.tallies).toEqual([
      { outside: 1, unknown: 1 },
      { outside: 1, unknown: 1 },
    ]);
    expect([...(kept.mask ?? [])]).toEqual([1, 1, 0, 0, 0, 0]);
  });

  it('compares numbers, both ends inside, and never sweeps a missing code in', () => {
    const age: Column = { kind: 'number', values: Float64Array.from([17, 18, 64.5, 999, NaN, 65]), words: [] };
    const kept = run({ column: age, rule: { is: 'between', from: 18, to: null }, missing: ['999'] });
    expect([...(kept.mask ?? [])]).toEqual([0, 1, 1, 0, 0, 1]);
    expect(kept.tallies).toEqual([{ outside: 1, unknown: 2 }]);
    const coarse: Column = { kind: 'coded', values: Uint8Array.from([1, 2, 3, 0, 1, 2]), codes: ['17', '65', 'n/a'] };
    const same = run({ column: coarse, rule: { is: 'between', from: 10, to: 65 }, missing: [] });
    expect([...(same.mask ?? [])]).toEqual([1, 1, 0, 0, 1, 1]);
    expect(same.tallies).toEqual([{ outside: 0, unknown: 2 }]);
  });

  it('asks whether an option is mentioned', () => {
    const question = sets([[0], [1], null, [], 'none', [0, 34]], 40);
    const kept = run({ column: question, rule: { is: 'any-of', codes: ['35', '2'] }, missing: [] });
    expect([...(kept.mask ?? [])]).toEqual([0, 1, 0, 0, 0, 1]);
    const not = run({ column: question, rule: { is: 'none-of', codes: ['35', '2'] }, missing: [] });
    expect([...(not.mask ?? [])]).toEqual([1, 0, 0, 1, 1, 0]);
    expect(not.tallies).toEqual([{ outside: 2, unknown: 1 }]);
  });

  it('says which variable cannot be filtered that way', () => {
    const age: Column = { kind: 'number', values: new Float64Array(6), words: [] };
    expect(() => run({ column: age, rule: { is: 'any-of', codes: ['1'] }, missing: [] })).toThrow(/Site cannot/);
  });
});

describe('options counted together', () => {
  it('are, in each group, the respondents who mentioned both, and on the diagonal the mentions', () => {
    const question = sets([[0, 2], [2, 33], [0, 2, 33], null, [], 'none', [33]], 34);
    const groups = coded([1, 1, 2, 2, 1, 1, 0], 2);
    const { together, respondents } = count({ ...plain, axes: [question, groups], respondents: 7 });
    const both = (group: number, a: number, b: number) => together?.sums[(group * 34 + a) * 34 + b];
    expect([both(1, 0, 2), both(1, 2, 33), both(1, 0, 33), both(2, 0, 33), both(0, 33, 33)]).toEqual([1, 1, 0, 1, 1]);
    for (let group = 0; group < 3; group++) {
      for (let a = 0; a < 34; a++) expect(both(group, a, a)).toBe(respondents[(a + 1) * 3 + group]);
    }
  });

  it('are left alone for other axes, and where the square would be too large; without groups all are one group', () => {
    const wide = sets([[0], [1]], 600);
    expect(count({ ...plain, axes: [wide, coded([1, 1], 1)], respondents: 2 }).together).toBeNull();
    expect(count({ ...plain, axes: [coded([1], 1), coded([1], 1)], respondents: 1 }).together).toBeNull();
    expect(count({ ...plain, axes: [sets([[0, 1], [1]], 2)], respondents: 2 }).together).toEqual({
      sums: [1, 1, 1, 2],
      squares: null,
    });
  });
});
