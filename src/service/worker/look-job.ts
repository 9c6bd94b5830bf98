import { factsAmong, outlierCodes, noFacts, takeValue } from '../../core/codebook/facts.js';
import { type Numeric, numericOf } from '../../core/codebook/numeric.js';
import type { Column } from '../../core/count/column.js';
import { cellReader } from '../../store/cells.js';
import { readColumn } from '../../store/columns.js';
import { readStudyFile } from '../../store/open.js';
import { studyRow } from '../../store/study.js';
import { cachedColumn } from './column-cache.js';
import { runs } from './describe-job.js';

/** What is asked of number columns: how often some values stand in each, and what the others reach from and to. */
export interface LookJob {
  file: string;
  /** Each with the values that are no answers already. */
  columns: { column: number; missing: number[] }[];
  values: number[];
}

export interface Looked {
  column: number;
  /** Respondents with each of the values, in their order. */
  respondents: number[];
  /** Of all other values; null: there are none. */
  range: { from: number; to: number } | null;
}

/** Counts some values in number columns. */
export function lookForValues({ file, columns, values }: LookJob): Looked[] {
  const at = new Map(values.map((value, k) => [value, k]));
  return columns.map(({ column, missing }): Looked => {
    const without = new Set(missing);
    const respondents = values.map(() => 0);
    const cached = cachedColumn(file, column);
    let from = Infinity;
    let to = -Infinity;
    if (cached.kind === 'number') {
      for (const value of cached.values) {
        if (Number.isNaN(value)) continue;
        const k = at.get(value);
        if (k !== undefined) respondents[k]!++;
        else if (!without.has(value)) {
          if (value < from) from = value;
          if (value > to) to = value;
        }
      }
    }
    return { column, respondents, range: from <= to ? { from, to } : null };
  });
}

/**
 * What stands out in a column of numbers or texts: values that look like "no answer", and texts that look like numbers.
 */
export interface StandsOut {
  outliers: { code: string; respondents: number }[];
  numeric: Numeric | null;
}

const AT_ONCE = 16_384;

/** Looks through a column that is not stored as codes. It is not cached, because it is read only once. */
export function lookThrough({ file, column }: { file: string; column: number }): StandsOut {
  const db = readStudyFile(file);
  try {
    const values = readColumn(db, column);
    if (values.kind === 'number') {
      const sorted = values.values.filter((value) => !Number.isNaN(value)).sort();
      return {
        outliers: outlierCodes(
          factsAmong(runs(sorted).map(([value, respondents]) => ({ code: String(value), respondents }))),
        ),
        numeric: null,
      };
    }
    if (values.kind !== 'text') return { outliers: [], numeric: null };
    const facts = noFacts();
    const read = cellReader(db, column);
    const { respondents } = studyRow(db);
    for (let from = 0; from < respondents; from += AT_ONCE)
      for (const cell of read(from, Math.min(respondents, from + AT_ONCE)))
        if (cell !== null) takeValue(facts, String(cell), 1);
    return { outliers: [], numeric: numericOf(facts, true, '.') };
  } finally {
    db.close();
  }
}

/** The average of a number among those who have each code of another column, by code. */
export interface MeansJob {
  file: string;
  by: number;
  of: number;
  /** Codes of the number that are not answers. */
  missing: string[];
}

function numbersIn(column: Column, missing: readonly string[]): ((k: number) => number) | null {
  if (column.kind === 'number') {
    const without = new Set(missing.map(Number));
    return (k) => (without.has(column.values[k]!) ? NaN : column.values[k]!);
  }
  if (column.kind !== 'coded') return null;
  const numbers = [NaN, ...column.codes.map((code) => (missing.includes(code) ? NaN : Number(code)))];
  return (k) => numbers[column.values[k]!]!;
}

/** Averages of a number by the codes of another column, single or multiple. Codes without one are left out. */
export function meansByCode({ file, by, of, missing }: MeansJob): [code: string, mean: number][] {
  const groups = cachedColumn(file, by);
  const number = numbersIn(cachedColumn(file, of), missing);
  if (!number || groups.kind !== 'coded') return [];
  const sums = new Float64Array(groups.codes.length + 1);
  const times = new Float64Array(groups.codes.length + 1);
  groups.values.forEach((code, k) => {
    const value = number(k);
    if (Number.isNaN(value)) return;
    sums[code]! += value;
    times[code]!++;
  });
  return groups.codes.flatMap((code, k): [string, number][] =>
    times[k + 1]! > 0 ? [[code, sums[k + 1]! / times[k + 1]!]] : [],
  );
}
