import { all, compare, isNothing, lookup, number, oneOf, part, when, whole } from '../../linked/build.js';
import type { Condition, Scalar } from '../../linked/expression.js';
import { codedColumn, type DeriveLinked, type LinkedSource, lookupCodes, valuesLinked } from '../../linked/source.js';
import { parseNumber } from '../../codebook/number.js';
import { allCodesOf, numericOf } from '../source-columns.js';
import { banded, missingNumbers, outcomeOf } from './compute.js';
import { proveBand } from './prove.js';
import type { Band, Cut } from './shape.js';

/** Whether a number is in a band. */
function isIn(value: Scalar, band: Cut, ends: Band['ends']): Condition {
  if (band.is === 'values') return oneOf(value, band.values);
  const { from, to } = band;
  return all([
    ...(from === null ? [] : [compare(value, ends === 'upper' ? '>' : '>=', number(from))]),
    ...(to === null ? [] : [compare(value, ends === 'lower' ? '<' : '<=', number(to))]),
  ]);
}

/** The place of each number's band. Missing codes come first, then single values, then stretches. */
function placeOfNumber(
  recipe: Band,
  { id, linked }: LinkedSource,
  missing: ReadonlyMap<number, number>,
  wordPlace: (word: string) => number,
  outside: number,
): Scalar {
  const value = part(id, 'value');
  const words = linked.kind === 'number' ? linked.words : [];
  const ofWord = lookup(
    part(id, 'word'),
    words.map((word, k) => [k + 1, wordPlace(word)]),
    0,
  );
  const bands = recipe.bands.map((band, at) => ({ band, at }));
  const inOrder = [
    ...bands.filter(({ band }) => band.is === 'values').reverse(),
    ...bands.filter(({ band }) => band.is === 'range'),
  ];
  return when(
    [
      [isNothing(value), words.length > 0 ? ofWord : whole(0)],
      ...[...missing].map(([code, place]) => [oneOf(value, [code]), whole(place)] as const),
      ...inOrder.map(({ band, at }) => [isIn(value, band, recipe.ends), whole(at + 1)] as const),
    ],
    whole(outside),
  );
}

/** Makes bands where their source stays in an engine. */
export const bandLinked: DeriveLinked<Band> = function* (recipe, [source]) {
  numericOf(source!);
  const codes = allCodesOf(source!);
  const tally = yield* valuesLinked(source!);
  const result = banded(recipe, codes, true);
  const outside = result.codes.length;
  const placeOfCode = new Map(result.codes.map(({ code }, k) => [code, k + 1]));
  const keptPlace = (code: string) => placeOfCode.get(result.kept.get(code) ?? '');
  const wordPlace = (word: string) => keptPlace(word) ?? outside;
  const outcome = outcomeOf(recipe, codes);
  const placeOfValue = (value: number): number => {
    const to = outcome(value);
    if (to.is === 'band') return to.at + 1;
    return to.is === 'missing' ? (keptPlace(to.code) ?? 0) : outside;
  };
  const missing = new Map([...missingNumbers(recipe, codes)].map(([value, code]) => [value, keptPlace(code) ?? 0]));
  const place =
    source!.linked.kind === 'coded'
      ? lookupCodes(source!, (code) => {
          const value = parseNumber(code);
          return value === null ? wordPlace(code) : placeOfValue(value);
        })
      : placeOfNumber(recipe, source!, missing, wordPlace, outside);
  const isOutside =
    tally.numbers.some(([value]) => placeOfValue(value) === outside) ||
    [...tally.words].some(([word, respondents]) => respondents > 0 && wordPlace(word) === outside);
  const made = isOutside ? result : banded(recipe, codes, false);
  return {
    level: made.level,
    codes: made.codes,
    proof: proveBand(recipe, codes, tally),
    linked: codedColumn(made.codes, place),
  };
};
