import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { assessStrata } from '../assess/assess-strata.js';
import { assessMentions } from '../assess/assess-multiple.js';
import type { Level, Variable } from '../codebook/types.js';
import type { CodedColumn, SetsColumn } from '../count/column.js';
import { SET_STATE } from '../count/set-state.js';
import { wordsFor } from '../count/option-bits.js';
import { count } from '../count/count.js';
import { filter } from '../count/filter.js';
import { mentionsOfTable } from '../reading/mentions.js';
import { requestOf } from '../reading/read.js';
import { assessSplit } from '../reading/split/assess-split.js';
import { asGrid } from '../view/as-grid.js';
import { viewOfTable } from '../view/table-view.js';
import { blocksOf, sentenceOf } from './sentence.js';
import { effectiveBase, figuresOf, isUneven, mentionShare, share } from './share.js';
import { split } from './split.js';
import type { Table } from './table.js';
import { tabulate } from './tabulate.js';

/** Tables as the application makes them: from columns, through the counts. */
const OPTIONS = 3;
const variable = (id: number, label: string, level: Level, codes: number): Variable => ({
  id,
  name: label.toLowerCase(),
  label,
  question: '',
  level,
  codes: Array.from({ length: codes }, (_, k) => ({ code: String(k + 1), label: `${label} ${k + 1}`, missing: null })),
});
const VARIABLES = [
  variable(1, 'Answer', 'ordered', 3),
  variable(2, 'Group', 'unordered', 2),
  variable(3, 'Season', 'unordered', 3),
  variable(4, 'Weight', 'number', 0),
  variable(5, 'Crops', 'multiple', OPTIONS),
];

interface Respondent {
  answer: number;
  group: number;
  season: number;
  weight: number;
  crops: number[];
}

const respondent = fc.record({
  answer: fc.integer({ min: 0, max: 3 }),
  group: fc.integer({ min: 0, max: 2 }),
  season: fc.integer({ min: 0, max: 3 }),
  weight: fc.integer({ min: 1, max: 5 }),
  crops: fc.uniqueArray(fc.integer({ min: 0, max: OPTIONS - 1 }), { maxLength: OPTIONS }),
});
const people = fc.array(respondent, { minLength: 1, maxLength: 120 });

const coded = (values: number[], codes: number): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from(values),
  codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
});
function sets(all: readonly Respondent[]): SetsColumn {
  const width = wordsFor(OPTIONS);
  const words = new Uint32Array(all.length * width);
  all.forEach(({ crops }, k) => crops.forEach((option) => (words[k * width]! |= 1 << option)));
  const state = Uint8Array.from(all, ({ crops }) => (crops.length > 0 ? SET_STATE.mentioned : SET_STATE.nothing));
  return { kind: 'sets', words, width, state, options: ['1', '2', '3'] };
}

interface Asked {
  rows?: 'answer' | 'crops';
  by?: boolean;
  within?: boolean;
  weight?: ((one: Respondent) => number) | null;
  season?: number;
}

function counted(
  all: readonly Respondent[],
  { rows = 'answer', by = true, within = false, weight = null, season }: Asked,
) {
  const column = (of: 'answer' | 'group' | 'season', codes: number) =>
    coded(
      all.map((one) => one[of]),
      codes,
    );
  const seasons = column('season', 3);
  const only =
    season === undefined
      ? []
      : [{ column: seasons, name: 'Season', test: { is: 'any-of' as const, codes: [String(season)] }, missing: [] }];
  const { mask, tallies } = filter(only, all.length);
  const counts = count({
    axes: [
      rows === 'crops' ? sets(all) : column('answer', 3),
      ...(by ? [column('group', 2)] : []),
      ...(within ? [seasons] : []),
    ],
    respondents: all.length,
    mask,
    filtered: tallies,
    weight: weight && Float64Array.from(all, weight),
  });
  const sentence = sentenceOf(rows === 'crops' ? 5 : 1, {
    by: by ? [[2]] : [],
    within: within ? 3 : null,
    weight: weight ? 4 : null,
    only: season === undefined ? [] : [{ variable: 3, is: 'any-of', codes: [String(season)] }],
  });
  return { counts, block: blocksOf(sentence)[0]! };
}
const tableOf = (all: readonly Respondent[], asked: Asked) => {
  const { counts, block } = counted(all, asked);
  return tabulate(block, counts, VARIABLES);
};
const splitOf = (all: readonly Respondent[], asked: Asked) => {
  const { counts, block } = counted(all, { ...asked, within: true });
  return split(block, counts, VARIABLES);
};
/** What percentages are made of, and nothing else of the table. */
function totalsOf(table: Table) {
  const { cells, rowTotals, columnBases, base, mentions } = figuresOf(table);
  return { cells, rowTotals, columnBases, base, mentions };
}
const weighing = ({ weight }: Respondent) => weight;
const sum = (values: readonly number[]) => values.reduce((a, b) => a + b, 0);

describe('a weighted table', () => {
  it('has the percentages of a study in which each respondent stands as often as they weigh', () => {
    fc.assert(
      fc.property(people, fc.constantFrom('answer' as const, 'crops' as const), (all, rows) => {
        const table = tableOf(all, { rows, weight: weighing });
        const repeated = tableOf(
          all.flatMap((one) => Array.from({ length: one.weight }, () => one)),
          { rows },
        );
        const plain = tableOf(all, { rows });
        expect(totalsOf(table)).toEqual(totalsOf(repeated));
        expect([table.cells, table.columnBases, table.base]).toEqual([plain.cells, plain.columnBases, plain.base]);
        expect(table.leftOut).toEqual(plain.leftOut);
        for (const percent of ['column', 'row', 'total'] as const) {
          table.cells.forEach((row, i) =>
            row.forEach((_, j) => expect(share(table, percent, i, j)).toBe(share(repeated, percent, i, j))),
          );
        }
        expect(mentionShare(table, 0, null)).toBe(mentionShare(repeated, 0, null));
      }),
    );
  });

  it("has Kish's effective base, no larger than the respondents", () => {
    fc.assert(
      fc.property(people, (all) => {
        const table = tableOf(all, { weight: weighing });
        const mine = all.filter(({ answer, group }) => answer > 0 && group > 0).map(weighing);
        const kish = mine.length === 0 ? 0 : sum(mine) ** 2 / sum(mine.map((w) => w * w));
        expect(effectiveBase(table)).toBeCloseTo(kish, 9);
        expect(effectiveBase(table)).toBeLessThanOrEqual(table.base + 1e-9);
        expect(effectiveBase(tableOf(all, {}), 0)).toBe(tableOf(all, {}).columnBases[0]);
      }),
    );
  });

  it('with one weight for all is tested like an unweighted one', () => {
    fc.assert(
      fc.property(people, fc.double({ min: 0.01, max: 50, noNaN: true }), (all, w) => {
        const [even, plain] = [tableOf(all, { weight: () => w }), tableOf(all, {})];
        expect(isUneven(even)).toBe(false);
        const [one, other] = [requestOf(even, 0.95), requestOf(plain, 0.95)];
        expect(one === null).toBe(other === null);
        if (!one || !other) return;
        const exact = { method: 'none' as const };
        const [tested, wanted] = [assess({ ...one, exact }), assess({ ...other, exact })];
        expect(tested.tests).toEqual(wanted.tests);
        expect(tested.measures).toEqual(wanted.measures);
      }),
    );
  });

  it('leaves out, by name, who has no weight', () => {
    const all = [1, 2, 3].map((answer) => ({ answer, group: 1, season: 1, weight: answer, crops: [] }));
    const table = tableOf(all, { weight: ({ answer }) => (answer === 2 ? NaN : answer === 3 ? -1 : 2) });
    expect(table.leftOut).toEqual([
      { why: 'unweighted', variable: 'Weight', reason: 'without a weight above 0', respondents: 2 },
    ]);
    expect(table.weighted).toMatchObject({ by: 'Weight', sums: { base: 2 }, squares: { base: 4 } });
  });

  it('goes into a file with weighted counts over unweighted, weighted and effective bases', () => {
    const all = [
      { answer: 1, group: 1, season: 1, weight: 3, crops: [] },
      { answer: 2, group: 1, season: 1, weight: 1, crops: [] },
    ];
    const view = viewOfTable('Answer, weighted by Weight', tableOf(all, { by: false, weight: weighing }), {
      marks: null,
      letters: null,
      assessment: null,
    });
    const lines = asGrid(view, { percent: 'column' });
    expect(lines[1]).toEqual(['Answer', 'weighted n', '%']);
    expect(lines[2]).toEqual(['Answer 1', 3, 75]);
    expect(lines.slice(5, 8)).toEqual([
      ['Base, unweighted', 2],
      ['Weighted base', 4],
      ['Effective base', 1.6],
    ]);
  });
});

describe('options counted in the application', () => {
  it('are tested as they are from a list of respondents, weighted or not', () => {
    fc.assert(
      fc.property(fc.array(respondent, { minLength: 12, maxLength: 80 }), fc.boolean(), (all, weighted) => {
        const table = tableOf(all, { rows: 'crops', weight: weighted ? weighing : null });
        const mine = all.filter(({ group }) => group > 0);
        if (new Set(mine.map(({ group }) => group)).size < 2) return;
        const rows = table.rows.categories.flatMap(({ kind }, i) => (kind === 'option' ? [i] : []));
        const here = assessMentions(
          mentionsOfTable(table),
          rows.map((i) => table.cells[i]!),
          {},
        );
        const listed = assess({
          multiple: {
            groups: mine.map(({ group }) => group - 1),
            mentions: mine.map(({ crops }) => crops),
            options: OPTIONS,
            weights: weighted ? mine.map(weighing) : null,
          },
        });
        expect(here.options.map(({ option }) => option)).toEqual(listed.options.map(({ option }) => option));
        const [p, wanted] = [here.tests['equal-mention']?.p, listed.tests['equal-mention']?.p];
        if (wanted === undefined) expect(p).toBeUndefined();
        else expect(Math.abs(p! - wanted)).toBeLessThan(1e-9);
        here.options.forEach(({ adjustedP }, k) => expect(adjustedP).toBeCloseTo(listed.options[k]!.adjustedP, 9));
      }),
    );
  });
});

describe('a table within a third variable', () => {
  it('has for each category the table of those respondents alone', () => {
    fc.assert(
      fc.property(people, fc.constantFrom('answer' as const, 'crops' as const), fc.boolean(), (all, rows, weighted) => {
        const asked = { rows, weight: weighted ? weighing : null };
        const { strata } = splitOf(all, asked);
        expect(strata.map(({ code }) => code)).toEqual(['1', '2', '3']);
        strata.forEach(({ code, table }) => {
          const alone = tableOf(all, { ...asked, season: Number(code) });
          expect(totalsOf(table)).toEqual(totalsOf(alone));
          expect([table.cells, table.base, table.weighted]).toEqual([alone.cells, alone.base, alone.weighted]);
          expect(table.together).toEqual(alone.together);
          expect(table.total).toBe(all.filter(({ season }) => season === Number(code)).length);
        });
      }),
    );
  });

  it('adds up to the table of all, who is left out of it included', () => {
    fc.assert(
      fc.property(people, fc.constantFrom('answer' as const, 'crops' as const), (all, rows) => {
        const { all: together, strata } = splitOf(all, { rows });
        together.cells.forEach((row, i) =>
          row.forEach((cell, j) => expect(cell).toBe(sum(strata.map(({ table }) => table.cells[i]?.[j] ?? 0)))),
        );
        expect(together.base).toBe(sum(strata.map(({ table }) => table.base)));
        expect(together.base + sum((together.leftOut ?? []).map((one) => one.respondents))).toBe(all.length);
      }),
    );
  });

  it('is assessed as the same strata are from outside', () => {
    fc.assert(
      fc.property(people, (all) => {
        const made = splitOf(all, {});
        const { within, strata } = assessSplit(made, 0.95);
        expect(strata).toHaveLength(3);
        if (!within) return;
        const listed = assessStrata({
          strata: made.strata.map(({ table }) => table.cells),
          rowLevel: 'ordered',
          columnLevel: 'unordered',
          groups: 'columns',
          exact: { method: 'none' },
        });
        expect(within.tests).toEqual(listed.tests);
        expect(within.measures).toEqual(listed.measures);
      }),
    );
  });
});
