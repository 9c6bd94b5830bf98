import type { ConditionRule } from '../../core/count/rule-shape.js';
import { hasOption } from '../../core/count/option-bits.js';
import { type Column, lowBits, wordAt } from '../../core/count/column.js';
import { hasAnswered } from '../../core/count/set-state.js';
import { type ClauseOf, mapClause } from '../../core/count/clause.js';
import { filter } from '../../core/count/filter.js';
import type { FilterCondition } from '../../core/count/verdicts.js';
import { cellReader } from '../../store/cells.js';
import { CHUNK } from '../../store/columns.js';
import type { ConditionRef } from '../../core/count/asked.js';
import { cachedColumn, studyFileAt } from './column-cache.js';

export interface RespondentsJob {
  file: string;
  respondents: number;
  columns: number[];
  only: ClauseOf<ConditionRef>[];
  /** The first of those inside the filter that is wanted, from 0, and how many. */
  from: number;
  count: number;
}

/**
 * What a respondent gave to one variable: a code or number as it stands in the data, the options of a set; null: blank.
 */
export type Given = string | number | string[] | null;

export interface RespondentRows {
  /** Respondents inside the filter. */
  total: number;
  /** Each with their place in the file, from 1, and what they gave, in the order of the columns. */
  rows: { respondent: number; cells: Given[] }[];
}

/** The places in the file of those inside the filter, from the `from`th on. */
function placesOf(
  mask: Uint8Array | null,
  respondents: number,
  from: number,
  count: number,
): { total: number; places: number[] } {
  if (!mask)
    return {
      total: respondents,
      places: Array.from({ length: Math.max(0, Math.min(count, respondents - from)) }, (_, k) => from + k),
    };
  const places: number[] = [];
  let total = 0;
  for (let k = 0; k < respondents; k++) {
    if (mask[k] === 0) continue;
    if (total >= from && places.length < count) places.push(k);
    total++;
  }
  return { total, places };
}

/** What each respondent gave, of a column in memory. */
export function givenIn(column: Exclude<Column, { kind: 'text' }>): (k: number) => Given {
  if (column.kind === 'coded') return (k) => column.codes[column.values[k]! - 1] ?? null;
  if (column.kind === 'number') {
    const low = lowBits(column.values);
    return (k) => (Number.isNaN(column.values[k]) ? (column.words[wordAt(low, k) - 1] ?? null) : column.values[k]!);
  }
  const { state, options } = column;
  return (k) => (hasAnswered(state[k]!) ? options.filter((_, j) => hasOption(column, k, j)) : null);
}

/** One code for all values that are not asked for. */
const OTHER = '\u0000';

/**
 * A column as a condition can look at it: of texts, and of numbers that are asked for by what is spelled, only those
 * codes.
 */
function asCodes(file: string, id: number, respondents: number, rule: ConditionRule): Column {
  const column = cachedColumn(file, id);
  if (rule.is === 'between' || column.kind === 'coded' || column.kind === 'sets') return column;
  const codes = [...rule.codes, OTHER];
  const at = new Map(rule.codes.map((code, k) => [code, k + 1]));
  const values = new Uint16Array(respondents);
  const of = column.kind === 'number' ? givenIn(column) : null;
  const read = of ? null : cellReader(studyFileAt(file), id);
  for (let from = 0; from < respondents; from += CHUNK) {
    const to = Math.min(respondents, from + CHUNK);
    const cells = read?.(from, to);
    for (let k = from; k < to; k++) {
      const given = cells ? cells[k - from]! : of!(k);
      if (given !== null) values[k] = at.get(String(given)) ?? codes.length;
    }
  }
  return { kind: 'coded', values, codes };
}

/** Respondents one by one, with what they gave. */
export function respondentsInStudy({ file, respondents, columns, only, from, count }: RespondentsJob): RespondentRows {
  const conditions = only.map((clause) =>
    mapClause<ConditionRef, FilterCondition>(clause, ({ column, title, rule, missing }) => ({
      column: asCodes(file, column, respondents, rule),
      name: title,
      rule,
      missing,
    })),
  );
  const { total, places } = placesOf(filter(conditions, respondents).mask, respondents, from, count);
  const given = columns.map((id): ((k: number) => Given) => {
    const column = cachedColumn(file, id);
    if (column.kind !== 'text') return givenIn(column);
    // Texts are never held whole.
    const read = cellReader(studyFileAt(file), id);
    return (k) => read(k, k + 1)[0] ?? null;
  });
  return { total, rows: places.map((k) => ({ respondent: k + 1, cells: given.map((of) => of(k)) })) };
}
