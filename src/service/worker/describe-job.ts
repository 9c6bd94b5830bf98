import type { Histogram, NumberSummary } from '../../core/codebook/summary-shape.js';
import { histogram, summarize, type Weighted } from '../../core/codebook/summary.js';
import { lowBits, wordAt } from '../../core/count/column.js';
import { cachedColumn } from './column-cache.js';

export interface DescribeJob {
  file: string;
  column: number;
  /** Codes that are not answers. */
  missing: string[];
  /** Values that are to be counted one by one, as a codebook spells them. */
  listed: string[];
}

export interface Described {
  summary: NumberSummary | null;
  histogram: Histogram | null;
  blank: number;
  missing: number;
  /** Respondents with each value that is listed. */
  counted: [code: string, respondents: number][];
}

/** Describes a number column kept as numbers, leaving out its missing codes. */
export function describeInStudy({ file, column, missing, listed }: DescribeJob): Described {
  const cached = cachedColumn(file, column);
  if (cached.kind !== 'number') return { summary: null, histogram: null, blank: 0, missing: 0, counted: [] };
  const { values } = cached;
  const low = lowBits(values);
  const without = new Set(missing.map(Number));
  const counts = new Map(listed.map((code) => [Number(code), 0]));
  let blank = 0;
  let coded = 0;
  const answers = values.filter((value, k) => {
    if (Number.isNaN(value)) {
      if (wordAt(low, k) === 0) blank++;
      else coded++;
      return false;
    }
    if (counts.size > 0) {
      const times = counts.get(value);
      if (times !== undefined) counts.set(value, times + 1);
    }
    if (!without.has(value)) return true;
    coded++;
    return false;
  });
  const counted = listed.map((code): [string, number] => [code, counts.get(Number(code)) ?? 0]);
  answers.sort();
  const sorted: Weighted = runs(answers);
  return { summary: summarize(sorted), histogram: histogram(sorted), blank, missing: coded, counted };
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
