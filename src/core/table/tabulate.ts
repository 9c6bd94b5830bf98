import { compareCodes, parseNumber } from '../codebook/number.js';
import { type Code, isAnswer, MISSING_WORDS, titleOf, type Variable } from '../codebook/types.js';
import { at, type CountArray, type CountAxis, type Slot, type Standing, STANDINGS } from '../count/types.js';
import { COUNTED, type Sentence, sayOutside } from './sentence.js';

/** A line of a table: an answer category, a multiple-response option, or who mentioned none. */
export interface Category {
  code: string;
  label: string;
  kind: 'answer' | 'option' | Standing;
}

/** What respondents are called who mention nothing in a multiple-response question. */
export const STANDING_WORDS: Record<Standing, string> = {
  none: 'None of these',
  nothing: 'Ticked nothing',
  'no-answer': 'No answer',
  'not-asked': 'Not asked',
  blank: 'Left blank',
};

export interface TableAxis {
  variable: Variable;
  categories: readonly Category[];
  /** A respondent can be in several categories. */
  multiple: boolean;
}

/** Respondents who are in the study but not in the table's base, by reason. */
export interface LeftOut {
  why: 'outside' | 'unknown' | 'unweighted' | 'missing' | 'blank';
  /** The variable that leaves them out, by its title. */
  variable: string;
  /** "refused", "blank", "not 18 and over". */
  reason: string;
  respondents: number;
}

/**
 * What is added up in a table: respondents, their weights, or the squares of these. Where the rows are multiple, the
 * cells of a column add up to mentions, and `columnBases` are those who answered.
 */
export interface Totals {
  /** Rows by columns. */
  cells: number[][];
  /** Of each row, whatever the column. */
  rowTotals: number[];
  /** Of each column, who has an answer on the rows. */
  columnBases: number[];
  /** Of all in the table. */
  base: number;
  /** Mentions in each column, and in all; null where the rows are not multiple. */
  mentions: { columns: number[]; total: number } | null;
}

/** Options by options: who mentioned both, and the squares of their weights (the same where there are none). */
export interface Together {
  sums: number[][];
  squares: number[][];
}

/** A table of respondents; with a weight, also of what they count as. */
export interface Table extends Totals {
  rows: TableAxis;
  /** Null for a frequency table, which has one column. */
  columns: TableAxis | null;
  /** Null where every respondent counts as one. `by` is the title of the weight. */
  weighted: { by: string; sums: Totals; squares: Totals } | null;
  /** For each column, the options mentioned together. Null where the rows are not multiple, or it was not counted. */
  together: Together[] | null;
  /** Respondents in the study. */
  total: number;
  /** Null where it is not known, as in a table on paper. */
  leftOut: LeftOut[] | null;
  /** Of slots in order: at which place on average an option is mentioned, by column and in all; NaN: by nobody. */
  places?: { cells: number[][]; all: number[] } | undefined;
  /**
   * Of a multiple-response question in the rows: who mentioned something, and how all others stand to it, those who are
   * not in the base too. Absent where it is not known, or the rows are not multiple.
   */
  standings?: { is: Standing | 'mentioned'; respondents: number; counted: boolean }[] | undefined;
}

/** A table of a study, of which it is known who is left out. */
export interface StudyTable extends Table {
  leftOut: LeftOut[];
}

export interface Positions {
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

/** Where the categories of a variable stand on a counted axis, and who is outside its base. */
export function positions(
  axis: CountAxis,
  variable: Variable,
  used: (position: number) => boolean,
  counted = COUNTED,
): Positions {
  const found = axis.slots.flatMap((slot) => (slot.is === 'code' ? [slot.code] : []));
  const where = new Map(axis.slots.map((slot, position) => [slot.is === 'code' ? slot.code : '', position] as const));
  const codes = codesWithFound(variable, found);
  const blank = { position: slotAt(axis, 'blank'), why: 'blank' as const, reason: 'blank' };
  if (axis.kind === 'multiple') {
    const categories: Category[] = codes.map(({ code, label }) => ({ code, label, kind: 'option' }));
    const of = codes.map(({ code }) => where.get(code) ?? -1);
    const standing = STANDINGS.map((is) => ({ is, position: slotAt(axis, is), inside: counted.includes(is) }));
    const inside = standing.filter((one) => one.inside);
    for (const { is, position } of inside) {
      if (!used(position)) continue;
      categories.push({ code: is, label: STANDING_WORDS[is], kind: is });
      of.push(position);
    }
    return {
      axis: { variable, categories, multiple: true },
      of,
      base: [slotAt(axis, 'mentioned'), ...inside.map(({ position }) => position)],
      out: standing.flatMap(({ is, position, inside: isIn }): Positions['out'] => {
        if (isIn) return [];
        return is === 'blank' ? [blank] : [{ position, why: 'missing', reason: STANDING_WORDS[is].toLowerCase() }];
      }),
    };
  }
  if (slotAt(axis, 'mentioned') >= 0) return positionsOfFirst(axis, variable, used, counted);
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

/**
 * Where the options of a question stand of which each respondent has the first mention only, so that they do not
 * overlap; who mentions nothing stands beside them as in the question itself.
 */
function positionsOfFirst(
  axis: CountAxis,
  variable: Variable,
  used: (position: number) => boolean,
  counted: readonly Standing[],
): Positions {
  const where = new Map(
    axis.slots.flatMap((slot, position) => (slot.is === 'code' ? [[slot.code, position] as const] : [])),
  );
  const options = codesWithFound(variable, [...where.keys()]).flatMap(({ code, label }) => {
    const position = where.get(code);
    return position === undefined ? [] : [{ code, label, position, kind: 'answer' as const }];
  });
  const standings = STANDINGS.map((is) => ({ is, position: slotAt(axis, is), inside: counted.includes(is) }));
  const inside = standings.filter((one) => one.inside);
  const shown = inside
    .filter(({ position }) => used(position))
    .map(({ is, position }) => ({ code: is, label: STANDING_WORDS[is], position, kind: is }));
  const categories = [...options, ...shown];
  return {
    axis: { variable, categories: categories.map(({ code, label, kind }) => ({ code, label, kind })), multiple: false },
    of: categories.map(({ position }) => position),
    base: [...options, ...inside].map(({ position }) => position),
    out: standings.flatMap(({ is, position, inside: isIn }): Positions['out'] => {
      if (isIn) return [];
      return [
        {
          position,
          why: is === 'blank' ? 'blank' : 'missing',
          reason: is === 'blank' ? 'blank' : STANDING_WORDS[is].toLowerCase(),
        },
      ];
    }),
  };
}

function missingText({ code, label, missing }: Code): string {
  return label === '' || label === code ? `${MISSING_WORDS[missing ?? 'other']} (${code})` : label;
}

/** A variable that a sentence names. */
export function named(variables: readonly Variable[], id: number): Variable {
  const variable = variables.find((one) => one.id === id);
  if (!variable) throw new Error(`variable ${id} is not among those of the table`);
  return variable;
}

/** Turns counts over one axis or two into a table: bases, totals, and who was left out and why. */
export function tabulate(sentence: Sentence, counts: CountArray, variables: readonly Variable[]): StudyTable {
  const [rowAxis, columnAxis] = counts.axes;
  if (!rowAxis) throw new Error('a table needs an axis');
  const width = columnAxis?.slots.length ?? 1;
  const adder = (values: readonly number[]) => {
    const value = (i: number, j: number) => (i < 0 || j < 0 ? 0 : at(values, width, i, j));
    const over = (rows: readonly number[], columns: readonly number[]) =>
      rows.reduce((all, i) => columns.reduce((sum, j) => sum + value(i, j), all), 0);
    return { value, over };
  };
  const { value, over } = adder(counts.respondents);
  const everyColumn = columnAxis ? allOf(columnAxis) : [0];

  const counted = sentence.counted ?? COUNTED;
  const rows = positions(rowAxis, named(variables, sentence.rows), (i) => over([i], everyColumn) > 0, counted);
  const columns =
    columnAxis && sentence.by !== null
      ? positions(columnAxis, named(variables, sentence.by), (j) => rows.base.some((i) => value(i, j) > 0))
      : null;
  const columnOf = columns?.of ?? [0];
  const columnBase = columns?.base ?? [0];
  const mentionRows = rows.axis.categories.flatMap(({ kind }, i) => (kind === 'option' ? [rows.of[i]!] : []));

  const totals = (values: readonly number[]): Totals => {
    const { value: one, over: add } = adder(values);
    return {
      cells: rows.of.map((i) => columnOf.map((j) => one(i, j))),
      rowTotals: rows.of.map((i) => add([i], columnBase)),
      columnBases: columnOf.map((j) => add(rows.base, [j])),
      base: add(rows.base, columnBase),
      mentions: rows.axis.multiple
        ? { columns: columnOf.map((j) => add(mentionRows, [j])), total: add(mentionRows, columnBase) }
        : null,
    };
  };
  const { weights, together, ranks } = counts;
  const mean = (i: number, columns: readonly number[]) =>
    adder(ranks ?? []).over([i], columns) / adder(weights?.sums ?? counts.respondents).over([i], columns);
  const optionsCounted = rowAxis.slots.filter(({ is }) => is === 'code').length;
  // Options stand from position 1 on; the array counts them from 0.
  const pairs = (values: readonly number[], group: number) =>
    mentionRows.map((a) =>
      mentionRows.map((b) =>
        group < 0 || a < 0 || b < 0 ? 0 : (values[(group * optionsCounted + a - 1) * optionsCounted + b - 1] ?? 0),
      ),
    );
  const leftOut: LeftOut[] = [
    ...sentence.only.flatMap((condition, k): LeftOut[] => {
      const variable = named(variables, condition.variable);
      const tally = counts.filtered[k] ?? { outside: 0, unknown: 0 };
      return [
        {
          why: 'outside',
          variable: titleOf(variable),
          reason: sayOutside(condition, variable),
          respondents: tally.outside,
        },
        { why: 'unknown', variable: titleOf(variable), reason: 'no answer', respondents: tally.unknown },
      ];
    }),
    ...(sentence.weight === null
      ? []
      : [
          {
            why: 'unweighted' as const,
            variable: titleOf(named(variables, sentence.weight)),
            reason: 'without a weight above 0',
            respondents: counts.withoutWeight,
          },
        ]),
    ...rows.out.map(({ position, why, reason }) => ({
      why,
      variable: titleOf(rows.axis.variable),
      reason,
      respondents: over([position], everyColumn),
    })),
    ...(columns?.out.map(({ position, why, reason }) => ({
      why,
      variable: titleOf(columns.axis.variable),
      reason,
      respondents: over(rows.base, [position]),
    })) ?? []),
  ];
  return {
    rows: rows.axis,
    columns: columns?.axis ?? null,
    ...totals(counts.respondents),
    weighted:
      weights && sentence.weight !== null
        ? {
            by: titleOf(named(variables, sentence.weight)),
            sums: totals(weights.sums),
            squares: totals(weights.squares),
          }
        : null,
    places: ranks && {
      cells: rows.of.map((i) => columnOf.map((j) => mean(i, [j]))),
      all: rows.of.map((i) => mean(i, columnBase)),
    },
    standings: rows.axis.multiple
      ? (['mentioned', ...STANDINGS] as const).map((is) => ({
          is,
          respondents: over([slotAt(rowAxis, is)], everyColumn),
          counted: is === 'mentioned' || counted.includes(is),
        }))
      : undefined,
    together:
      together && !columns?.axis.multiple
        ? columnOf.map((j) => ({ sums: pairs(together.sums, j), squares: pairs(together.squares ?? together.sums, j) }))
        : null,
    total: counts.total,
    leftOut: leftOut.filter(({ respondents }) => respondents > 0),
  };
}

/** Positions of an axis that hold every respondent once: all of a single one; how each stands to a multiple one. */
function allOf(axis: CountAxis): number[] {
  // Of first mentions each option holds its own, and "mentioned" all of them again.
  if (axis.kind === 'single') return axis.slots.flatMap(({ is }, position) => (is === 'mentioned' ? [] : [position]));
  return axis.slots.flatMap(({ is }, position) => (is === 'code' ? [] : [position]));
}
