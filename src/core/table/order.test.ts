import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { Variable } from '../codebook/types.js';
import type { CountArray } from '../count/types.js';
import { axis, tableOf } from '../reading/axes.fixtures.js';
import { assessmentOfTable } from '../reading/read.js';
import { asDisplayed } from './displayed.fixtures.js';
import { type sayCounted, saySentence } from './say-sentence.js';
import { blocksOf, sentenceOf } from './sentence.js';
import { share } from './share.js';
import { tabulate } from './tabulate.js';

const LABELS = ['Beans', 'Other crops', 'Onions', 'Kale'];
const QUESTION: Variable = {
  id: 1,
  name: 'q',
  label: 'Crops',
  question: '',
  level: 'multiple',
  codes: LABELS.map((label, k) => ({ code: String(k + 1), label, missing: null })),
};
const standing = ['mentioned', 'none', 'nothing', 'no-answer', 'not-asked'] as const;

/** A frequency table of four options; of each two how many mention both. */
function counts(mentions: readonly number[], stand: readonly number[], blank = 3): CountArray {
  const slots = [
    { is: 'blank' as const },
    ...LABELS.map((_, k) => ({ is: 'code' as const, code: String(k + 1) })),
    ...standing.map((is) => ({ is })),
  ];
  const sums = mentions.flatMap((mention, a) =>
    mentions.map((other, b) => (a === b ? mention : Math.min(mention, other) - 1)),
  );
  return {
    axes: [{ kind: 'multiple', slots }],
    respondents: [blank, ...mentions, ...stand],
    weights: null,
    together: { sums, squares: null },
    total: 200,
    filtered: [],
    withoutWeight: 0,
  };
}
type Counted = Parameters<typeof sayCounted>[0];
const about = (counted?: Counted) => sentenceOf(1, { rows: [{ variable: 1, counted }] });
const table = (mentions: readonly number[], counted?: Counted) =>
  tabulate(blocksOf(about(counted))[0]!, counts(mentions, [60, 5, 4, 2, 1]), [QUESTION]);
const labels = ({ rows }: ReturnType<typeof table>) => rows.categories.map(({ label }) => label);

describe('the order of rows', () => {
  it('has the most frequent first, ties as they stood, who mentions nothing last', () => {
    const plain = table([20, 50, 20, 30]);
    expect(labels(asDisplayed(plain, { order: 'frequency' }))).toEqual([
      'Other crops',
      'Kale',
      'Beans',
      'Onions',
      'None of these',
      'Ticked nothing',
    ]);
    expect(labels(asDisplayed(plain, { order: 'frequency', last: true }))).toEqual([
      'Kale',
      'Beans',
      'Onions',
      'Other crops',
      'None of these',
      'Ticked nothing',
    ]);
    expect(labels(asDisplayed(plain, { order: 'list', last: true }))).toEqual([
      'Beans',
      'Onions',
      'Kale',
      'Other crops',
      'None of these',
      'Ticked nothing',
    ]);
    expect(asDisplayed(plain, { order: 'list', last: false })).toBe(plain);
  });

  it('takes figures and pairs along, and changes no total', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 2, max: 50 }), { minLength: 4, maxLength: 4 }),
        fc.boolean(),
        (mentions, last) => {
          const plain = table(mentions);
          const moved = asDisplayed(plain, { order: 'frequency', last });
          expect([moved.base, moved.mentions, moved.columnBases]).toEqual([
            plain.base,
            plain.mentions,
            plain.columnBases,
          ]);
          moved.rows.categories.forEach(({ code }, i) => {
            const was = plain.rows.categories.findIndex((category) => category.code === code);
            expect(moved.rowTotals[i]).toBe(plain.rowTotals[was]);
            expect(share(moved, 'mentions', i, null)).toBe(share(plain, 'mentions', was, null));
          });
          const options = moved.rows.categories.filter(({ kind }) => kind === 'option');
          options.forEach(({ code }, a) => {
            expect(moved.together?.[0]?.sums[a]?.[a]).toBe(mentions[Number(code) - 1]);
          });
        },
      ),
    );
  });
});

describe('who counts in the base', () => {
  it('is who answered, where nothing is said; the others are left out, each for its reason', () => {
    const plain = table([20, 50, 20, 30]);
    expect(plain.base).toBe(69);
    expect(plain.leftOut.map(({ reason, respondents }) => [reason, respondents])).toEqual([
      ['no answer', 2],
      ['not asked', 1],
      ['blank', 3],
    ]);
  });

  it('can be anybody: the base grows by who is put in, and the table has a line for them', () => {
    const all = table([20, 50, 20, 30], ['none', 'nothing', 'no-answer', 'not-asked', 'not-coded', 'blank']);
    expect(all.base).toBe(75);
    expect(all.leftOut).toEqual([]);
    expect(labels(all).slice(4)).toEqual(['None of these', 'Ticked nothing', 'No answer', 'Not asked', 'Left blank']);
    const few = table([20, 50, 20, 30], []);
    expect(few.base).toBe(60);
    expect(labels(few)).toEqual(LABELS);
    expect(few.leftOut.reduce((sum, { respondents }) => sum + respondents, 0)).toBe(15);
  });

  it('is said in the sentence where it is not as usual', () => {
    const say = (counted?: Counted) => saySentence(about(counted), [QUESTION]);
    expect(say()).toBe('Crops');
    expect(say(['nothing', 'none'])).toBe('Crops');
    expect(say([])).toBe('Crops, of those who mentioned something');
    expect(say(['none', 'nothing', 'no-answer', 'not-asked', 'not-coded', 'blank'])).toBe('Crops, of all respondents');
    expect(say(['none', 'not-asked'])).toBe('Crops, counting those who chose none of these or were not asked too');
  });
});

describe('rows sorted by a column, and without what is empty', () => {
  const cross = tableOf(axis('Mood', 'unordered', ['a', 'b', 'c', 'd']), axis('Site', 'unordered', ['n', 's', 'x']), [
    [1, 9, 0],
    [5, 1, 0],
    [0, 0, 0],
    [5, 3, 0],
  ]);
  const codes = (table: typeof cross) => table.rows.categories.map(({ code }) => code).join('');

  it('has the largest share in that column first, ties as they stood, whatever else is chosen', () => {
    expect(codes(asDisplayed(cross, { sort: 'n' }))).toBe('bdac');
    expect(codes(asDisplayed(cross, { sort: 's', order: 'frequency' }))).toBe('adbc');
    expect(codes(asDisplayed(cross, { sort: 'gone', order: 'frequency' }))).toBe('adbc');
    expect(asDisplayed(cross, { sort: 'n' }).cells[0]).toEqual([5, 1, 0]);
  });

  it('leaves out rows and columns that nobody is in, and no statistic changes', () => {
    const full = asDisplayed(cross, { full: true });
    expect(codes(full)).toBe('abd');
    expect(full.columns?.categories.map(({ code }) => code)).toEqual(['n', 's']);
    expect([full.base, full.columnBases, full.cells]).toEqual([
      24,
      [11, 13],
      [
        [1, 9],
        [5, 1],
        [5, 3],
      ],
    ]);
    const [of, without] = [cross, full].map((table) => assessmentOfTable(table, 0.95));
    expect(without?.tests.pearson).toEqual(of?.tests.pearson);
    expect(without?.measures['cramers-v']).toEqual(of?.measures['cramers-v']);
    const nobody = tableOf(
      cross.rows,
      cross.columns!,
      cross.cells.map((line) => line.map(() => 0)),
    );
    expect(codes(asDisplayed(nobody, { full: true }))).toBe('abcd');
  });
});
