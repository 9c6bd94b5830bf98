import { byId } from '../../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Code } from '../../codebook/types.js';
import type { Column } from '../../count/column.js';
import { checkScore } from './check.js';
import { score, type ScoreSource } from './compute.js';
import { proveScore } from './prove.js';
import type { Score, ScoreItem } from './shape.js';

const CODES = ['1', '2', '3', '4', '5', '9'];
const REFUSED: Code[] = [{ code: '9', label: 'Refused', missing: 'refused' }];
/** An item answered on a scale from 1 to 5; 9 is refused, 0 blank. */
const item = (title: string, answers: readonly number[]): ScoreSource => ({
  title,
  column: {
    kind: 'coded',
    codes: CODES,
    values: Uint8Array.from(answers.map((answer) => CODES.indexOf(String(answer)) + 1)),
  },
  codes: REFUSED,
});
const items = (count: number, more: Partial<ScoreItem> = {}): ScoreItem[] =>
  Array.from({ length: count }, (_, k) => ({ source: k + 1, reversed: false, weight: 1, as: `q${k + 1}`, ...more }));
const recipe = (more: Partial<Score>): Score => ({
  kind: 'score',
  of: 'mean',
  items: items(2),
  atLeast: 1,
  scale: null,
  codes: [],
  expression: '',
  ...more,
});
const values = (wanted: Score, sources: ScoreSource[], respondents: number) => [
  ...score(wanted, sources, respondents).values,
];

describe('a score', () => {
  const a = item('A', [1, 2, 9, 0, 5]);
  const b = item('B', [3, 9, 9, 4, 1]);

  it.each([
    ['mean', [2, 2, NaN, 4, 3]],
    ['sum', [4, 2, NaN, 4, 6]],
    ['minimum', [1, 2, NaN, 4, 1]],
    ['maximum', [3, 2, NaN, 4, 5]],
  ] as const)('takes the %s of the items that are answered', (of, expected) => {
    expect(values(recipe({ of }), [a, b], 5)).toEqual(expected);
  });

  it('is none for who answered too few items', () => {
    expect(values(recipe({ atLeast: 2 }), [a, b], 5)).toEqual([2, NaN, NaN, NaN, 3]);
    const proof = proveScore(recipe({ atLeast: 2 }), score(recipe({ atLeast: 2 }), [a, b], 5), ['A', 'B']);
    expect(byId(proof.findings, 'made-missing')?.text).toBe(
      '1 respondent answered no item, 2 respondents fewer than 2 of 2.',
    );
    expect(proof.rows.map(({ respondents, went }) => [respondents, ...went])).toEqual([
      [2, 2, 0],
      [2, 0, 2],
      [1, 0, 1],
    ]);
  });

  it('weights items, and counts codes', () => {
    const weighted = recipe({
      items: [
        { source: 1, reversed: false, weight: 3, as: 'a' },
        { source: 2, reversed: false, weight: 1, as: 'b' },
      ],
    });
    expect(values(weighted, [a, b], 5)).toEqual([1.5, 2, NaN, 4, 4]);
    expect(values(recipe({ of: 'count', codes: ['1', '3', '9'] }), [a, b], 5)).toEqual([2, 0, NaN, 0, 1]);
  });

  it('turns items round on their scale; twice is the original', () => {
    const turned = recipe({ items: items(1, { reversed: true }), scale: { from: 1, to: 5 } });
    expect(values(turned, [a], 5)).toEqual([5, 4, NaN, NaN, 1]);
    fc.assert(
      fc.property(fc.array(fc.constantFrom(1, 2, 3, 4, 5, 0, 9), { minLength: 1 }), (answers) => {
        const once = score(turned, [item('A', answers)], answers.length).values;
        const column: Column = { kind: 'number', values: once, words: [] };
        const twice = score(turned, [{ title: 'A', column, codes: [] }], answers.length).values;
        expect([...twice]).toEqual(answers.map((answer) => (answer === 0 || answer === 9 ? NaN : answer)));
      }),
    );
  });

  it('says who lies beyond the scale, and who would be divided by zero', () => {
    const scaled = recipe({ items: items(1), scale: { from: 2, to: 5 } });
    const off = byId(proveScore(scaled, score(scaled, [a], 5), ['A']).findings, 'off-scale');
    expect(off).toMatchObject({
      holds: false,
      text: 'Beyond 2 to 5: A (1 respondent). Declare that value missing, or widen the scale.',
    });
    const halved = recipe({ of: 'expression', expression: 'q1 / (q2 - 3)' });
    const result = score(halved, [a, b], 5);
    expect([...result.values]).toEqual([NaN, NaN, NaN, NaN, -2.5]);
    expect(result.byZero).toBe(1);
    expect(byId(proveScore(halved, result, ['A', 'B']).findings, 'no-value')?.text).toContain(
      '1 respondent would be divided by 0.',
    );
  });

  it('sees an item that runs against the others', () => {
    const [x, y] = [item('X', [1, 2, 3, 4, 5, 2]), item('Y', [1, 2, 4, 4, 5, 1])];
    const against = item('Z', [5, 4, 3, 1, 1, 5]);
    const three = recipe({ items: items(3) });
    const proof = proveScore(three, score(three, [x, y, against], 6), ['X', 'Y', 'Z']);
    expect(byId(proof.findings, 'wrong-way')?.text).toContain('Z runs against the other items');
    const mended = {
      ...three,
      scale: { from: 1, to: 5 },
      items: three.items.map((row, k) => ({ ...row, reversed: k === 2 })),
    };
    const after = proveScore(mended, score(mended, [x, y, against], 6), ['X', 'Y', 'Z']);
    expect(byId(after.findings, 'wrong-way')?.holds).toBe(true);
    expect(after.reliability!.alpha!).toBeGreaterThan(0.9);
  });

  it("computes Cronbach's alpha as its definition does", () => {
    const answers = fc.array(
      fc.tuple(fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 }), fc.integer({ min: 1, max: 5 })),
      { minLength: 3, maxLength: 30 },
    );
    const variance = (some: number[]) => {
      const mean = some.reduce((sum, value) => sum + value, 0) / some.length;
      return some.reduce((sum, value) => sum + (value - mean) ** 2, 0) / (some.length - 1);
    };
    const correlation = (p: number[], q: number[]) =>
      (variance(p.map((value, k) => value + q[k]!)) - variance(p) - variance(q)) /
      2 /
      Math.sqrt(variance(p) * variance(q));
    fc.assert(
      fc.property(answers, (rows) => {
        const columns = [0, 1, 2].map((j) => rows.map((row) => row[j]!));
        const three = recipe({ items: items(3) });
        const result = score(
          three,
          columns.map((column, k) => item(`q${k}`, column)),
          rows.length,
        ).reliability!;
        const total = variance(rows.map(([p, q, r]) => p + q + r));
        if (total < 1e-9) return;
        const spread = columns.reduce((sum, column) => sum + variance(column), 0);
        expect(result.alpha).toBeCloseTo(1.5 * (1 - spread / total), 9);
        const others = rows.map(([, q, r]) => q + r);
        const rest = correlation(columns[0]!, others);
        if (Number.isFinite(rest) && variance(columns[0]!) > 1e-9 && variance(others) > 1e-9)
          expect(result.items[0]!.rest).toBeCloseTo(rest, 9);
      }),
    );
  });

  it('is refused where no data can mend it', () => {
    expect(() => checkScore(recipe({ items: [] }))).toThrow('The score has 0 items.');
    expect(() => checkScore(recipe({ items: [...items(1), ...items(1)] }))).toThrow('Item 2 is the same variable');
    expect(() => checkScore(recipe({ items: items(2, { reversed: true }) }))).toThrow('ends of their scale');
    expect(() => checkScore(recipe({ of: 'count' }))).toThrow('No code is chosen');
    expect(() => checkScore(recipe({ atLeast: 3 }))).toThrow('3 of 2 items cannot be answered.');
    expect(() => checkScore(recipe({ items: items(2, { weight: 0 }) }))).toThrow('add up to 0');
    expect(() => score(recipe({}), [a, { title: 'Why', column: { kind: 'text', values: [] }, codes: [] }], 5)).toThrow(
      'Why is text',
    );
    const typo = recipe({ of: 'expression', expression: 'q1 + qq2', items: items(2) });
    expect(() => checkScore(typo, ['q1', 'q2', 'age'])).toThrow('There is no variable qq2.');
    try {
      checkScore(typo, ['q1', 'q2', 'age']);
    } catch (error) {
      expect(error).toMatchObject({ mend: 'Did you mean q2?', place: { field: 'expression', column: 6 } });
    }
  });
});
