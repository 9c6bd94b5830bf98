import {
  type Histogram,
  histogram,
  type NumberSummary,
  summarize,
  type Weighted,
} from '../../core/codebook/summary.js';
import { lowBits, wordAt } from '../../core/count/column.js';
import { cachedColumn } from './column-cache.js';

export interface DescribeJob {
  file: string;
  column: number;
  /** Codes that are not answers. */
  missing: string[];
}

export interface Described {
  summary: NumberSummary | null;
  histogram: Histogram | null;
  blank: number;
  missing: number;
}

/** Describes a number column kept as numbers, leaving out its missing codes. */
export function describeInStudy({ file, column, missing }: DescribeJob): Described {
  const found = cachedColumn(file, column);
  if (found.kind !== 'number') return { summary: null, histogram: null, blank: 0, missing: 0 };
  const { values } = found;
  const low = lowBits(values);
  const without = new Set(missing.map(Number));
  let blank = 0;
  let coded = 0;
  const answers = values.filter((value, k) => {
    if (Number.isNaN(value)) {
      if (wordAt(low, k) === 0) blank++;
      else coded++;
    } else if (without.has(value)) coded++;
    else return true;
    return false;
  });
  answers.sort();
  const sorted: Weighted = runs(answers);
  return { summary: summarize(sorted), histogram: histogram(sorted), blank, missing: coded };
}

/** Sorted values as pairs of a value and how often it stands. */
export function runs(sorted: Float64Array): [number, number][] {
  const pairs: [number, number][] = [];
  let last: [number, number] | undefined;
  for (const value of sorted) {
    if (last?.[0] === value) last[1]++;
    else pairs.push((last = [value, 1]));
  }
  return pairs;
}
