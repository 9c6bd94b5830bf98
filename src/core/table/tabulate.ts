import { compareCodes, parseNumber } from '../codebook/number.js';
import { type Code, isAnswer, MISSING_WORDS, titleOf, type Variable } from '../codebook/types.js';
import { at, type CountArray, type CountAxis, type Slot } from '../count/types.js';
import { type Sentence, sayTest } from './sentence.js';

/** A line of a table: an answer category, a multiple-response option, or who mentioned none. */
export interface Category {
  code: string;
  label: string;
  kind: 'answer' | 'option' | 'none' | 'nothing';
}

export interface TableAxis {
  variable: Variable;
  categories: readonly Category[];
  /** A respondent can be in several categories. */
  multiple: boolean;
}

/** Respondents who are in the study but not in the table's base, by reason. */
export interface LeftOut {
  why: 'outside' | 'unknown' | 'missing' | 'blank';
  /** The variable that leaves them out, by its title. */
  variable: string;
  /** "refused", "blank", "not 18 and over". */
  reason: string;
  respondents: number;
}

/**
 * A table of respondents. Where `rows.multiple` holds, the cells of a column add up to mentions, and `columnBases`
 * are the respondents who answered.
 */
export interface Table {
  rows: TableAxis;
  /** Null for a frequency table, which has one column. */
  columns: TableAxis | null;
  /** Rows by columns. */
  cells: number[][];
  /** Respondents in each row, whatever their column. */
  rowTotals: number[];
  /** Respondents in each column who have an answer on the rows. */
  columnBases: number[];
  /** Respondents in the table. */
  base: number;
  /** Mentions in each column, and in all; null where the rows are not multiple. */
  mentions: { columns: number[]; total: number } | null;
  /** For each column, options by options: who mentioned both. Null where the rows are not multiple, or it was not counted. */
  together: number[][][] | null;
  /** Respondents in the study. */
  total: number;
  leftOut: LeftOut[];
}

interface Positions {
  axis: TableAxis;
  /** Where each category stands in the count array. */
  of: number[];
  /** Positions that hold every respondent of the axis's base once. */
  base: number[];
  /** Positions outside the base, with the reason. */
  out: { position: number; why: 'missing' | 'blank'; reason: string }[];
}

/** The codes of a variable with those that only the data has put behind, in the order of display. */
export function codesWithFound(variable: Pick<Variable, 'codes' | 'level'>, found: readonly string[]): Code[] {
  const listed = new Set(variable.codes.map(({ code }) => code));
  const extra = found.filter((code) => !listed.has(code)).sort(compareCodes);
  return [
    ...variable.codes,
    ...extra.map((code): Code => ({ code, label: code, missing: isNumberless(variable, code) ? 'other' : null })),
  ];
}

/** In a number variable, what is not a number is not an answer ("n/a"). */
function isNumberless(variable: Pick<Variable, 'level'>, code: string): boolean {
  return variable.level === 'number' && parseNumber(code) === null;
}

function slotAt(axis: CountAxis, is: Slot['is']): number {
  return axis.slots.findIndex((slot) => slot.is === is);
}

function positions(axis: CountAxis, variable: Variable, used: (position: number) => boolean): Positions {
  const found = axis.slots.flatMap((slot) => (slot.is === 'code' ? [slot.code] : []));
  const where = new Map(axis.slots.map((slot, position) => [slot.is === 'code' ? slot.code : '', position] as const));
  const codes = codesWithFound(variable, found);
  const blank = { position: slotAt(axis, 'blank'), why: 'blank' as const, reason: 'blank' };
  if (axis.kind === 'multiple') {
    const categories: Category[] = codes.map(({ code, label }) => ({ code, label, kind: 'option' }));
    const of = codes.map(({ code }) => where.get(code) ?? -1);
    for (const [is, label] of [
      ['none', 'None of these'],
      ['nothing', 'Ticked nothing'],
    ] as const) {
      const position = slotAt(axis, is);
      if (!used(position)) continue;
      categories.push({ code: is, label, kind: is });
      of.push(position);
    }
    return { axis: { variable, categories, multiple: true }, of, base: [slotAt(axis, 'answered')], out: [blank] };
  }
  // Numbers stand by value; a code list keeps the analyst's order.
  const ordered = variable.level === 'number' ? [...codes].sort((a, b) => compareCodes(a.code, b.code)) : codes;
  const answers = ordered.filter((code) => isAnswer(code));
  const of = answers.map(({ code }) => where.get(code) ?? -1);
  return {
    axis: {
      variable,
      categories: answers.map(({ code, label }) => ({ code, label, kind: 'answer' })),
      multiple: false,
    },
    of,
    base: of.filter((position) => position >= 0),
    out: [
      ...ordered.flatMap((code) => {
        const position = where.get(code.code) ?? -1;
        return isAnswer(code) || position < 0 ? [] : [{ position, why: 'missing' as const, reason: missingText(code) }];
      }),
      blank,
    ],
  };
}

function missingText({ code, label, missing }: Code): string {
  return label === '' || label === code ? `${MISSING_WORDS[missing ?? 'other']} (${code})` : label;
}

/** Turns counts into a table: bases, totals, and who was left out and why. */
export function tabulate(sentence: Sentence, counts: CountArray, variables: readonly Variable[]): Table {
  const find = (id: number) => {
    const variable = variables.find((one) => one.id === id);
    if (!variable) throw new Error(`variable ${id} is not among those of the table`);
    return variable;
  };
  const [rowAxis, columnAxis] = counts.axes;
  if (!rowAxis) throw new Error('a table needs an axis');
  const width = columnAxis?.slots.length ?? 1;
  const value = (i: number, j: number) => (i < 0 || j < 0 ? 0 : at(counts.respondents, width, i, j));
  const everyColumn = columnAxis ? allOf(columnAxis) : [0];
  const rowSum = (i: number, columns: readonly number[]) => columns.reduce((sum, j) => sum + value(i, j), 0);

  const rows = positions(rowAxis, find(sentence.rows), (i) => rowSum(i, everyColumn) > 0);
  const columns =
    columnAxis && sentence.by !== null
      ? positions(columnAxis, find(sentence.by), (j) => rows.base.some((i) => value(i, j) > 0))
      : null;
  const columnOf = columns?.of ?? [0];
  const columnBase = columns?.base ?? [0];

  const cells = rows.of.map((i) => columnOf.map((j) => value(i, j)));
  const mentionRows = rows.axis.categories.flatMap(({ kind }, i) => (kind === 'option' ? [i] : []));
  const optionsCounted = rowAxis.slots.filter(({ is }) => is === 'code').length;
  // Options stand from position 1 on; the array counts them from 0.
  const both = (j: number, a: number, b: number) => {
    const [group, one, other] = [columnOf[j]!, rows.of[a]! - 1, rows.of[b]! - 1];
    if (group < 0 || one < 0 || other < 0) return 0;
    return counts.together?.[(group * optionsCounted + one) * optionsCounted + other] ?? 0;
  };
  const leftOut: LeftOut[] = [
    ...sentence.only.flatMap((condition, k): LeftOut[] => {
      const variable = find(condition.variable);
      const tally = counts.filtered[k] ?? { outside: 0, unknown: 0 };
      return [
        {
          why: 'outside',
          variable: titleOf(variable),
          reason: `other than “${sayTest(condition, variable)}”`,
          respondents: tally.outside,
        },
        { why: 'unknown', variable: titleOf(variable), reason: 'no answer', respondents: tally.unknown },
      ];
    }),
    ...rows.out.map(({ position, why, reason }) => ({
      why,
      variable: titleOf(rows.axis.variable),
      reason,
      respondents: rowSum(position, everyColumn),
    })),
    ...(columns?.out.map(({ position, why, reason }) => ({
      why,
      variable: titleOf(columns.axis.variable),
      reason,
      respondents: rows.base.reduce((sum, i) => sum + value(i, position), 0),
    })) ?? []),
  ];
  return {
    rows: rows.axis,
    columns: columns?.axis ?? null,
    cells,
    rowTotals: rows.of.map((i) => rowSum(i, columnBase)),
    columnBases: columnOf.map((j) => rows.base.reduce((sum, i) => sum + value(i, j), 0)),
    base: rows.base.reduce((sum, i) => sum + rowSum(i, columnBase), 0),
    mentions: rows.axis.multiple
      ? {
          columns: columnOf.map((_, j) => mentionRows.reduce((sum, i) => sum + (cells[i]?.[j] ?? 0), 0)),
          total: mentionRows.reduce((sum, i) => sum + rowSum(rows.of[i] ?? -1, columnBase), 0),
        }
      : null,
    together:
      counts.together && columns && !columns.axis.multiple
        ? columnOf.map((_, j) => mentionRows.map((a) => mentionRows.map((b) => both(j, a, b))))
        : null,
    total: counts.total,
    leftOut: leftOut.filter(({ respondents }) => respondents > 0),
  };
}

/** Positions of an axis that hold every respondent once: all of a single one; blank and answered of a multiple one. */
function allOf(axis: CountAxis): number[] {
  if (axis.kind === 'single') return axis.slots.map((_, position) => position);
  return [slotAt(axis, 'blank'), slotAt(axis, 'answered')];
}
