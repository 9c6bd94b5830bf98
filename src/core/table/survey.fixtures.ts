import { total } from '../numerics/total.js';
import fc from 'fast-check';
import type { Level, Variable } from '../codebook/types.js';
import type { CodedColumn, SetsColumn } from '../count/column.js';
import { SET_STATE } from '../count/set-state.js';
import { wordsFor } from '../count/option-bits.js';
import { countPlan } from '../count/plan.js';
import { filter } from '../count/filter.js';
import type { Net } from './net.js';
import { blocksOf, sentenceOf } from './sentence.js';
import { figuresOf } from './share.js';
import type { Table } from './table.js';
import { tabulate } from './tabulate.js';

/** Tables as the application makes them: from columns, through the counts. */
export const OPTIONS = 3;

const variable = (id: number, label: string, level: Level, codes: number): Variable => ({
  id,
  name: label.toLowerCase(),
  label,
  question: '',
  level,
  codes: Array.from({ length: codes }, (_, k) => ({ code: String(k + 1), label: `${label} ${k + 1}`, missing: null })),
});

export const VARIABLES = [
  variable(1, 'Answer', 'ordered', 3),
  variable(2, 'Group', 'unordered', 2),
  variable(3, 'Season', 'unordered', 3),
  variable(4, 'Weight', 'number', 0),
  variable(5, 'Crops', 'multiple', OPTIONS),
];

export interface Respondent {
  answer: number;
  group: number;
  season: number;
  weight: number;
  crops: number[];
}

export const respondent = fc.record({
  answer: fc.integer({ min: 0, max: 3 }),
  group: fc.integer({ min: 0, max: 2 }),
  season: fc.integer({ min: 0, max: 3 }),
  weight: fc.integer({ min: 1, max: 5 }),
  crops: fc.uniqueArray(fc.integer({ min: 0, max: OPTIONS - 1 }), { maxLength: OPTIONS }),
});

export const people = fc.array(respondent, { minLength: 1, maxLength: 120 });

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

export interface Asked {
  rows?: 'answer' | 'crops';
  by?: boolean;
  within?: boolean;
  weight?: ((person: Respondent) => number) | null;
  season?: number;
  nets?: readonly Net[];
}

export function counted(
  all: readonly Respondent[],
  { rows = 'answer', by = true, within = false, weight = null, season, nets }: Asked,
) {
  const column = (of: 'answer' | 'group' | 'season', codes: number) =>
    coded(
      all.map((item) => item[of]),
      codes,
    );
  const seasons = column('season', 3);
  const only =
    season === undefined
      ? []
      : [{ column: seasons, name: 'Season', rule: { is: 'any-of' as const, codes: [String(season)] }, missing: [] }];
  const { mask, tallies } = filter(only, all.length);
  const item = {
    column: rows === 'crops' ? sets(all) : column('answer', 3),
    slots: null,
    nets: nets?.map(({ codes }) => codes),
  };
  const [counts] = countPlan({
    rows: [item],
    nests: [by ? [column('group', 2)] : []],
    within: within ? seasons : null,
    respondents: all.length,
    mask,
    filtered: tallies,
    weight: weight && Float64Array.from(all, weight),
  });
  const variable = rows === 'crops' ? 5 : 1;
  const sentence = sentenceOf(variable, {
    rows: [nets ? { variable, nets } : { variable }],
    by: by ? [[2]] : [],
    within: within ? 3 : null,
    weight: weight ? 4 : null,
    only: season === undefined ? [] : [{ variable: 3, is: 'any-of', codes: [String(season)] }],
  });
  return { counts: counts!, block: blocksOf(sentence)[0]! };
}

export const tableOf = (all: readonly Respondent[], asked: Asked) => {
  const { counts, block } = counted(all, asked);
  return tabulate(block, counts, VARIABLES);
};

/** What percentages are made of, and nothing else of the table. */
export function totalsOf(table: Table) {
  const { cells, rowTotals, columnBases, base, mentions } = figuresOf(table);
  return { cells, rowTotals, columnBases, base, mentions };
}

export const weighing = ({ weight }: Respondent) => weight;

export const sum = (values: readonly number[]) => total(values);
