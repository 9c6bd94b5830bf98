import { parseNumber } from '../../codebook/number.js';
import { type Code, isAnswer } from '../../codebook/types.js';
import { type Column, lowBits, wordAt } from '../../count/column.js';
import { codeSpace, giveAll } from '../code-space.js';
import { type Band, type Cut } from './shape.js';
import type { MadeVariable } from '../types.js';
import { withNumbers } from '../numbers.js';

/** What the code of answers in no band is called, where no band has that name. */
export const OUTSIDE = 'outside';

type Range = Extract<Cut, { is: 'range' }>;

/**
 * Which band takes a value: its place among the bands, -1 for none. Single values come before stretches.
 * @example
 * const bands = [
 *   { is: 'range', code: '1', label: 'Under 40', from: null, to: 40 },
 *   { is: 'range', code: '2', label: '40 and over', from: 40, to: null },
 * ];
 * [39, 40].map(bandFinder({ bands, ends: 'lower' })); // [0, 1]
 */
export function bandFinder({ bands, ends }: Pick<Band, 'bands' | 'ends'>): (value: number) => number {
  const singles = new Map<number, number>();
  const ranges: { at: number; band: Range }[] = [];
  bands.forEach((band, at) => {
    if (band.is === 'values') for (const value of band.values) singles.set(value, at);
    else ranges.push({ at, band });
  });
  // Ends as numbers that need no asking whether they are there.
  const lower = Float64Array.from(ranges, ({ band }) => band.from ?? -Infinity);
  const upper = Float64Array.from(ranges, ({ band }) => band.to ?? Infinity);
  const places = ranges.map(({ at }) => at);
  const [isLowerIn, isUpperIn] = [ends !== 'upper', ends !== 'lower'];
  return (value) => {
    const single = singles.size > 0 ? singles.get(value) : undefined;
    if (single !== undefined) return single;
    for (let k = 0; k < places.length; k++) {
      const [low, high] = [lower[k]!, upper[k]!];
      const above = isLowerIn || low === -Infinity ? value >= low : value > low;
      if (above && (isUpperIn || high === Infinity ? value <= high : value < high)) return places[k]!;
    }
    return -1;
  };
}

/** A part of the line that is in no band, or in two. */
export interface BandMismatch {
  is: 'gap' | 'overlap';
  /** Null: open. */
  from: number | null;
  to: number | null;
  /** Places of the bands on its two sides; null: beyond the outermost. */
  between: [number | null, number | null];
}

/**
 * Where the stretches of a recipe leave a part of the line out between them, or cover one twice.
 * @example
 * const bands = [
 *   { is: 'range', code: '1', label: 'Young', from: 18, to: 40 },
 *   { is: 'range', code: '2', label: 'Old', from: 45, to: 90 },
 * ];
 * mismatchesOf({ bands, ends: 'lower' }); // [{ is: 'gap', from: 40, to: 45, between: [0, 1] }]
 */
export function mismatchesOf({ bands, ends }: Pick<Band, 'bands' | 'ends'>): BandMismatch[] {
  const ranges = bands
    .flatMap((band, at) => (band.is === 'range' ? [{ at, from: band.from ?? -Infinity, to: band.to ?? Infinity }] : []))
    .sort((a, b) => a.from - b.from || a.to - b.to);
  const finite = (value: number) => (Number.isFinite(value) ? value : null);
  const mismatches: BandMismatch[] = [];
  let reach: (typeof ranges)[number] | null = null;
  for (const range of ranges) {
    if (reach !== null) {
      const between: BandMismatch['between'] = [reach.at, range.at];
      const twice = ends === 'both' ? range.from <= reach.to : range.from < reach.to;
      if (range.from > reach.to)
        mismatches.push({ is: 'gap', from: finite(reach.to), to: finite(range.from), between });
      else if (twice)
        mismatches.push({ is: 'overlap', from: finite(range.from), to: finite(Math.min(reach.to, range.to)), between });
    }
    if (reach === null || range.to > reach.to) reach = range;
  }
  return mismatches;
}

/** What becomes of a number: the place of its band, the missing code that it is, or outside all bands. */
export type NumberOutcome = { is: 'band'; at: number } | { is: 'missing'; code: string } | { is: 'outside' };

/** Says what becomes of each number of a variable. @param codes of the variable */
export function outcomeOf(recipe: Band, codes: readonly Code[]): (value: number) => NumberOutcome {
  const missing = missingNumbers(recipe, codes);
  const find = bandFinder(recipe);
  // An outcome is the same thing for every number that has it.
  const codeOutcomes = recipe.bands.map((_, at): NumberOutcome => ({ is: 'band', at }));
  const coded = new Map([...missing].map(([value, code]): [number, NumberOutcome] => [value, { is: 'missing', code }]));
  const outside: NumberOutcome = { is: 'outside' };
  return (value) => (coded.size > 0 ? coded.get(value) : undefined) ?? codeOutcomes[find(value)] ?? outside;
}

/** Numbers that are codes for no answer, but for those taken in on purpose. */
export function missingNumbers({ taken }: Pick<Band, 'taken'>, codes: readonly Code[]): Map<number, string> {
  return new Map(
    codes.flatMap(({ code, missing }): [number, string][] => {
      const number = parseNumber(code);
      return missing === null || number === null || taken.includes(code) ? [] : [[number, code]];
    }),
  );
}

/**
 * What a band makes of a variable's codes: the bands in order, the missing codes that stay, and "in no band".
 * @example
 * const bands = [
 *   { is: 'range', code: '1', label: 'Under 40', from: null, to: 40 },
 *   { is: 'range', code: '2', label: '40 and over', from: 40, to: null },
 * ];
 * const recipe = { kind: 'band', source: 1, ends: 'lower', bands, taken: [] };
 * banded(recipe, [], false).codes.map(({ label }) => label); // ['Under 40', '40 and over']
 */
export function banded(
  recipe: Band,
  codes: readonly Code[],
  outside: boolean,
): MadeVariable & { kept: Map<string, string> } {
  const named = new Set(recipe.bands.map(({ code }) => code));
  const space = codeSpace(named);
  const missing = codes.filter((code) => !isAnswer(code) && !recipe.taken.includes(code.code));
  const kept = giveAll(
    space,
    missing.map(({ code }) => ({ code, missing: true })),
    named,
  );
  return {
    level: 'ordered',
    kept,
    codes: [
      ...recipe.bands.map(({ code, label }): Code => ({ code, label: label.trim(), missing: null })),
      ...codes.flatMap(({ code, label, missing }): Code[] => {
        const to = kept.get(code);
        return to === undefined ? [] : [{ code: to, label, missing }];
      }),
      ...(outside ? [{ code: space.give(OUTSIDE), label: 'In no band', missing: 'other' as const }] : []),
    ],
  };
}

/**
 * Cuts a column into bands.
 * @param codes of the variable, also those that only the data has
 * @returns for each respondent 0 (blank) or the place, from 1, among `made.codes`
 * @example
 * const bands = [
 *   { is: 'range', code: '1', label: 'Under 40', from: null, to: 40 },
 *   { is: 'range', code: '2', label: '40 and over', from: 40, to: null },
 * ];
 * const recipe = { kind: 'band', source: 1, ends: 'lower', bands, taken: [] };
 * const ages = { kind: 'number', values: Float64Array.of(18, 40, 75), words: [] };
 * band(recipe, [], ages, 'Age').values; // [1, 2, 2]
 */
export function band(
  recipe: Band,
  codes: readonly Code[],
  column: Column,
  title: string,
): { made: MadeVariable; values: Uint8Array | Uint16Array } {
  const source = withNumbers(column, title);
  const result = banded(recipe, codes, true);
  const place = new Map(result.codes.map(({ code }, k) => [code, k + 1]));
  const outside = result.codes.length;
  const find = bandFinder(recipe);
  const keptPlace = (code: string): number | undefined => place.get(result.kept.get(code) ?? '');
  const missing = new Map([...missingNumbers(recipe, codes)].map(([value, code]) => [value, keptPlace(code) ?? 0]));
  const placeOf = (value: number): number => {
    const code = missing.size > 0 ? missing.get(value) : undefined;
    if (code !== undefined) return code;
    const at = find(value);
    return at < 0 ? outside : at + 1;
  };
  const wordPlace = (word: string): number => keptPlace(word) ?? outside;
  const { length } = source.values;
  const values = result.codes.length < 256 ? new Uint8Array(length) : new Uint16Array(length);
  if (source.kind === 'coded') {
    const places = source.codes.map((code) => {
      const number = parseNumber(code);
      return number === null ? wordPlace(code) : placeOf(number);
    });
    const lookup = Uint16Array.from([0, ...places]);
    for (let k = 0; k < length; k++) values[k] = lookup[source.values[k]!]!;
  } else {
    const words = Uint16Array.from([0, ...source.words.map(wordPlace)]);
    const low = lowBits(source.values);
    for (let k = 0; k < length; k++) {
      const value = source.values[k]!;
      values[k] = Number.isNaN(value) ? words[wordAt(low, k)]! : placeOf(value);
    }
  }
  // "In no band" is the last code; it is left out where no respondent has it.
  return { made: values.includes(outside) ? result : banded(recipe, codes, false), values };
}
