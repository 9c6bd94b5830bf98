import fc from 'fast-check';
import type { Level, Variable } from '../codebook/types.js';
import type { CodedColumn, SetsColumn } from '../count/column.js';
import { numberColumn } from '../count/number-column.js';
import { countPlan } from '../count/plan.js';
import { SET_STATE } from '../count/set-state.js';
import type { CountArray } from '../count/types.js';
import { wordsFor } from '../count/option-bits.js';
import { blockTables } from '../table/block-tables.js';
import type { RowItem, Sentence } from '../table/sentence.js';
import { type ViewAsked, viewOfSentence } from '../view/view-of-sentence.js';
import { cellExtras } from '../view/whole-view.js';

/** A survey with a variable of each level, as a summary has them. */
export interface Grower {
  /** 0: no answer. */
  mood: number;
  /** 1 yes, 2 no, 0 no answer. */
  shares: number;
  site: number;
  /** Null: no answer. */
  age: number | null;
  crops: number[];
}

export const OF_GROWERS = { mood: 1, shares: 2, site: 3, age: 4, crops: 5 } as const;

const labelled = (id: number, name: string, level: Level, labels: readonly string[]): Variable => ({
  id,
  name: name.toLowerCase(),
  label: name,
  question: '',
  level,
  codes: labels.map((label, k) => ({ code: String(k + 1), label, missing: null })),
});

const CROPS = ['Beans', 'Kale', 'Leeks'];
export const VARIABLES = [
  labelled(OF_GROWERS.mood, 'Mood', 'ordered', ['Low', 'Middling', 'High']),
  labelled(OF_GROWERS.shares, 'Shares', 'unordered', ['Yes', 'No']),
  labelled(OF_GROWERS.site, 'Site', 'unordered', ['Mill Row', 'Weir End']),
  labelled(OF_GROWERS.age, 'Age', 'number', []),
  labelled(OF_GROWERS.crops, 'Crops', 'multiple', CROPS),
];

const grower = fc.record({
  mood: fc.integer({ min: 0, max: 3 }),
  shares: fc.integer({ min: 0, max: 2 }),
  site: fc.integer({ min: 0, max: 2 }),
  age: fc.option(fc.integer({ min: 18, max: 90 }), { freq: 6 }),
  crops: fc.uniqueArray(fc.integer({ min: 0, max: 2 }), { maxLength: 3 }),
});

/** Both sites have somebody. */
export const growers = fc
  .array(grower, { minLength: 8, maxLength: 80 })
  .map((all): Grower[] => all.map((own, k) => (k < 2 ? { ...own, site: k + 1 } : own)));

const coded = (values: number[], codes: number): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from(values),
  codes: Array.from({ length: codes }, (_, k) => String(k + 1)),
});

function setsOf(all: readonly Grower[]): SetsColumn {
  const width = wordsFor(CROPS.length);
  const words = new Uint32Array(all.length * width);
  all.forEach(({ crops }, k) => crops.forEach((option) => (words[k * width]! |= 1 << option)));
  const state = Uint8Array.from(all, ({ crops }) => (crops.length > 0 ? SET_STATE.mentioned : SET_STATE.nothing));
  return { kind: 'sets', words, width, state, options: ['1', '2', '3'] };
}

/** How often a grower counts, where they are weighted. */
export const weighing = ({ site, mood }: Grower): number => 1 + site + mood / 2;

/** What is asked of the growers. */
interface Asked {
  rows?: readonly RowItem[];
  by?: boolean;
  weighted?: boolean;
  shown?: Partial<ViewAsked>;
}

const ALL_ROWS: readonly RowItem[] = [
  { variable: OF_GROWERS.age },
  { variable: OF_GROWERS.mood },
  { variable: OF_GROWERS.shares },
  { variable: OF_GROWERS.crops },
];

/** The sentence of a summary of growers, and its counts. */
export function countedSummary(
  all: readonly Grower[],
  { rows = ALL_ROWS, by = true, weighted = false }: Asked = {},
): { sentence: Sentence; counts: CountArray[] } {
  const ages = numberColumn(
    { kind: 'number', values: Float64Array.from(all, ({ age }) => age ?? NaN), words: [] },
    'Age',
    [],
  );
  const site = coded(
    all.map((own) => own.site),
    2,
  );
  const columnOf = (variable: number) => {
    if (variable === OF_GROWERS.age) return { column: ages.answered, slots: null, numbers: ages };
    if (variable === OF_GROWERS.crops) return { column: setsOf(all), slots: null };
    const isMood = variable === OF_GROWERS.mood;
    const values = all.map(({ mood, shares }) => (isMood ? mood : shares));
    return { column: coded(values, isMood ? 3 : 2), slots: null };
  };
  const counts = countPlan({
    rows: rows.map(({ variable }) => columnOf(variable)),
    nests: [by ? [site] : []],
    within: null,
    respondents: all.length,
    mask: null,
    filtered: [],
    weight: weighted ? Float64Array.from(all, weighing) : null,
  });
  const sentence: Sentence = {
    rows,
    by: by ? [[OF_GROWERS.site]] : [],
    within: null,
    only: [],
    weight: weighted ? 6 : null,
    summary: true,
  };
  return { sentence, counts };
}

const WEIGHT: Variable = { ...labelled(6, 'Weight', 'number', []) };

/** The tables of a summary of growers, and its view. */
export function summaryOf(all: readonly Grower[], asked: Asked = {}) {
  const { sentence, counts } = countedSummary(all, asked);
  const variables = [...VARIABLES, WEIGHT];
  const tables = blockTables(sentence, counts, variables);
  const { view } = viewOfSentence(sentence, tables, variables, (table) => cellExtras(table), { ...asked.shown });
  const { summary } = view;
  if (!summary) throw new Error('a summary has lines');
  return { view, summary, tables };
}
