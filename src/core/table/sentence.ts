import type { Variable } from '../codebook/types.js';
import type { ConditionRule } from '../count/rule-shape.js';
import { type ClauseOf, conditionsIn, mapClause } from '../count/clause.js';
import type { Standing } from '../count/set-state.js';
import type { FigureChoice } from './figure-choice.js';
import type { Net } from './net.js';

/** One condition of "only where". */
export type Condition = { variable: number } & ConditionRule;

/** Conditions joined by and, or and not. */
export type Clause = ClauseOf<Condition>;

/**
 * In what order the options of a question gathered from slots are wanted: any mention, the first, or at which place.
 */
export const MENTIONS = ['any', 'first', 'rank'] as const;
export type Mention = (typeof MENTIONS)[number];

/** What stands in the rows of a table: a variable, with what is wanted of it. */
export interface RowItem {
  variable: number;
  /**
   * Of a multiple-response question: who counts in the base beside those who mention something. Who says "none of
   * these" or ticked nothing, where it is not said.
   */
  counted?: readonly Standing[] | undefined;
  /** Of slots in order: any mention, where it is not said; the first one; or at which place on average. */
  mention?: Mention | undefined;
  /** Of a number: listed value by value; described in figures, where it is not said. */
  as?: 'values' | undefined;
  /** Categories that stand on a line together too. */
  nets?: readonly Net[] | undefined;
  /** What its cells show, where that is another than the rest of the table shows. */
  figures?: readonly FigureChoice[] | undefined;
  /** What it is called in this table. */
  label?: string | undefined;
  /** Of a summary: the codes of the categories that have a line; a yes or no has one, and all others have all. */
  lines?: readonly string[] | undefined;
}

/** What stands across: one variable, or several of which each splits the one before it, the outermost first. */
export type Nest = readonly number[];

/**
 * Where a code that is not on the scale counts: in the base of percentages, or nowhere, shown beside it; or that it is
 * on it in this table, though not in the codebook.
 */
export const OFF_SCALE = ['in-base', 'aside', 'on'] as const;
export type OffScale = (typeof OFF_SCALE)[number];

export const OFF_SCALE_WORDS: Record<OffScale, string> = {
  'in-base': 'off the scale, in the base',
  aside: 'off the scale, not in the base',
  on: 'on the scale',
};

/** What a code is in one table where that is otherwise than in the codebook; it makes no new variable. */
export interface CodeHere {
  variable: number;
  code: string;
  /** What it is called. */
  label?: string | undefined;
  /** It counts as an answer, though the codebook says that it is none. */
  answer?: true | undefined;
  /** It has no place on the scale: in no score, mean or order; in the base, or shown beside it. */
  offScale?: OffScale | undefined;
  /** Its score on the scale; its place, from 1, where none of the variable's codes has one. */
  score?: number | undefined;
}

/** What level a variable has in one table where that is another than the codebook's. */
export interface LevelHere {
  variable: number;
  level: 'ordered' | 'unordered';
}

/** What a whole table and each block of it have in common. */
interface Frame {
  /** A table for each category of this variable, and one over all. */
  within: number | null;
  /** Clauses that all must hold. */
  only: readonly Clause[];
  /** A number that each respondent counts as. */
  weight: number | null;
  /** Codes that are called otherwise here, or count as answers. */
  codes?: readonly CodeHere[] | undefined;
  /** Variables that have another level here. */
  levels?: readonly LevelHere[] | undefined;
}

/**
 * What a table is asked for by, variables by id: items one under the other, and side by side the nests that they stand
 * by. Without a nest each item is a frequency table.
 */
export interface Sentence extends Frame {
  rows: readonly RowItem[];
  by: readonly Nest[];
  /** Items over one code list stand as one table, their answers across; `by` is empty then. */
  battery?: true | undefined;
  /** One table that says each variable in its own figures; there is one grouping in `by`, or none. */
  summary?: true | undefined;
}

/** One row item by one nest: what is counted, tested and read as a table of its own. */
export interface Block extends Frame {
  row: RowItem;
  /** Empty for a frequency table. */
  nest: Nest;
}

/** Whether a number is described in figures, and not listed value by value. */
export const isDescribed = ({ as }: RowItem, { level }: Pick<Variable, 'level'>): boolean =>
  level === 'number' && as !== 'values';

/** Who counts in the base of a multiple-response question where nothing else is said. */
export const COUNTED: readonly Standing[] = ['none', 'nothing'];

/**
 * A sentence about one variable, with what is added to it.
 * @example sentenceOf(4, { by: [[7]] }).rows // [{ variable: 4 }]
 */
export function sentenceOf(rows: number, more: Partial<Sentence> = {}): Sentence {
  return { rows: [{ variable: rows }], by: [], within: null, only: [], weight: null, ...more };
}

/** The blocks of a table, row items by nests: first all nests of the first item. */
export function blocksOf({ rows, by, within, only, weight, codes, levels }: Sentence): Block[] {
  const frame: Frame = { within, only, weight, ...(codes ? { codes } : {}), ...(levels ? { levels } : {}) };
  const nests: readonly Nest[] = by.length === 0 ? [[]] : by;
  return rows.flatMap((row) => nests.map((nest) => ({ row, nest, ...frame })));
}

/** A block as a sentence of its own. */
export function sentenceOfBlock({ row, nest, ...frame }: Block): Sentence {
  return { rows: [row], by: nest.length === 0 ? [] : [nest], ...frame };
}

/** All conditions of some clauses, in the order in which they are said. */
export const conditionsOf = (only: readonly Clause[]): Condition[] =>
  only.flatMap((clause) => conditionsIn<Condition>(clause));

/** Variables that a sentence names, each as often as it is named. */
export function variablesOf({ rows, by, within, only, weight }: Sentence): number[] {
  return [
    ...rows.map(({ variable }) => variable),
    ...by.flat(),
    within,
    ...conditionsOf(only).map(({ variable }) => variable),
    weight,
  ].filter((id) => id !== null);
}

/** A sentence that says nothing of codes and levels of variables that are not in it. */
export function withoutStrayCodes(sentence: Sentence): Sentence {
  if (!sentence.codes && !sentence.levels) return sentence;
  const here = variablesOf(sentence);
  const kept = <T extends { variable: number }>(list: readonly T[] = []) => {
    const own = list.filter(({ variable }) => here.includes(variable));
    return own.length > 0 ? own : undefined;
  };
  return { ...sentence, codes: kept(sentence.codes), levels: kept(sentence.levels) };
}

/** The same sentence about other variables. */
export function withVariables(sentence: Sentence, other: (id: number) => number): Sentence {
  const otherOrNone = (id: number | null) => (id === null ? null : other(id));
  return {
    rows: sentence.rows.map((item) => ({ ...item, variable: other(item.variable) })),
    by: sentence.by.map((nest) => nest.map(other)),
    within: otherOrNone(sentence.within),
    weight: otherOrNone(sentence.weight),
    ...(sentence.battery ? { battery: true } : {}),
    ...(sentence.levels ? { levels: sentence.levels.map((own) => ({ ...own, variable: other(own.variable) })) } : {}),
    ...(sentence.codes ? { codes: sentence.codes.map((own) => ({ ...own, variable: other(own.variable) })) } : {}),
    only: sentence.only.map((clause) =>
      mapClause<Condition, Condition>(clause, (condition) => ({ ...condition, variable: other(condition.variable) })),
    ),
  };
}
