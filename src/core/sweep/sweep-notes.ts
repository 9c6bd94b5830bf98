import type { Adjustment } from '../infer/adjust.js';
import { ADJUSTMENT_WORDS } from '../reading/adjustment-words.js';
import { plural } from '../words.js';
import type { SweptLine } from './types.js';

/** How the lines of a sweep were come by. */
export interface SweepHow {
  adjustment: Adjustment;
  /** Over so many tests p is adjusted, those of lines that are withheld among them. */
  tested: number;
  /** Of every interval. */
  confidence: number;
  /** The title of the weight; null where each respondent counts as one. */
  weightedBy: string | null;
}

function strengthNote(lines: readonly SweptLine[], confidence: number): string[] {
  const ids = new Set(lines.flatMap(({ strength }) => strength?.id ?? []));
  const isOfNumbers = ids.delete('eta');
  const names = [...(ids.size > 0 ? ['Cramer’s V, corrected for bias'] : []), ...(isOfNumbers ? ['eta (η)'] : [])];
  if (names.length === 0) return [];
  const of = names.length === 2 ? ', of a number ' : '';
  return [
    `Strength is ${names.join(of)}, with its ${Number((100 * confidence).toFixed(4))}% interval: it runs from 0 to 1.`,
    ...(lines.some(({ gamma }) => gamma) ? ['Gamma stands where both variables are ordered.'] : []),
  ];
}

/** What to be careful about, each said once, with the lines that it is of. */
function carefulNotes(lines: readonly SweptLine[]): string[] {
  const isSeveral = new Set(lines.map(({ by }) => by.join())).size > 1;
  const titles = new Map<string, string[]>();
  for (const { test, note, title, byTitle } of lines)
    if (test && note !== null)
      titles.set(note, [...(titles.get(note) ?? []), isSeveral ? `${title} by ${byTitle}` : title]);
  return [...titles].map(([note, of]) => `${of.join(', ')}: ${note}`);
}

/** What is said under a sweep: what n is, over what p is adjusted, what strength is, and what to be careful about. */
export function sweepNotes(
  lines: readonly SweptLine[],
  { adjustment, tested, confidence, weightedBy }: SweepHow,
): string[] {
  return [
    'n counts the respondents with an answer to all variables of a line.',
    ...(weightedBy === null ? [] : [`All figures but n are weighted by ${weightedBy}.`]),
    ...(tested > 0
      ? [`p is adjusted over the ${plural(tested, 'test')} of this list by ${ADJUSTMENT_WORDS[adjustment]}.`]
      : []),
    ...strengthNote(lines, confidence),
    ...(lines.some(({ direction }) => direction)
      ? ['Direction says of a category, of the top two of a scale or of a mean where it is highest and where lowest.']
      : []),
    ...carefulNotes(lines),
  ];
}
