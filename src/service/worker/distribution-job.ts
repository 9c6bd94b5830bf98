import { parseNumber } from '../../core/codebook/number.js';
import type { Histogram } from '../../core/codebook/summary-shape.js';
import { histogram } from '../../core/codebook/summary.js';
import { type Code, isAnswer } from '../../core/codebook/types.js';
import { edgesByShare } from '../../core/recode/band/edges.js';
import type { BandEnds } from '../../core/recode/band/shape.js';
import type { ValueTally } from '../../core/recode/numbers.js';
import { allCodesOf, numericOf, talliedOnce } from '../../core/recode/source-columns.js';
import { cachedColumn } from './column-cache.js';
import type { DeriveSource } from './derive/types.js';

export interface DistributionJob {
  file: string;
  source: DeriveSource;
  shares: number[];
  ends: BandEnds;
}

/** The answers of a number variable, as far as they are needed to cut it into bands. */
export interface Distribution {
  answers: number;
  blank: number;
  words: number;
  from: number;
  to: number;
  different: number;
  whole: boolean;
  points: [value: number, respondents: number][] | null;
  histogram: Histogram | null;
  missing: { code: string; label: string; value: number; respondents: number }[];
  edges: number[];
}

/** More different values than this are drawn in bins. */
const MOST_POINTS = 400;
const BINS = 60;

/** The distribution of a number, out of its different values. */
export function distributionOf(
  codes: readonly Code[],
  { numbers, words, blank }: ValueTally,
  { shares, ends }: Pick<DistributionJob, 'shares' | 'ends'>,
): Distribution {
  const times = new Map(numbers);
  const missing = codes.flatMap(({ code, label, missing: why }) => {
    const value = parseNumber(code);
    return why === null || value === null ? [] : [{ code, label, value, respondents: times.get(value) ?? 0 }];
  });
  const without = new Set(missing.map(({ value }) => value));
  const answers = without.size === 0 ? numbers : numbers.filter(([value]) => !without.has(value));
  const declared = new Set(codes.filter((code) => !isAnswer(code)).map(({ code }) => code));
  return {
    answers: answers.reduce((sum, [, count]) => sum + count, 0),
    blank,
    words: [...words].reduce((sum, [word, count]) => sum + (declared.has(word) ? 0 : count), 0),
    from: answers[0]?.[0] ?? 0,
    to: answers.at(-1)?.[0] ?? 0,
    different: answers.length,
    whole: answers.every(([value]) => Number.isInteger(value)),
    points: answers.length <= MOST_POINTS ? answers.map(([value, count]) => [value, count]) : null,
    histogram: histogram(answers, BINS),
    missing,
    edges: edgesByShare(answers, shares, ends),
  };
}

/** Looks at all values of a number. @throws Fault where the variable has none */
export function distributionInStudy({ file, source, ...asked }: DistributionJob): Distribution {
  const held = { ...source, column: cachedColumn(file, source.column) };
  return distributionOf(allCodesOf(held), talliedOnce(numericOf(held)), asked);
}
