import { lookup, part } from '../../linked/build.js';
import type { Scalar } from '../../linked/expression.js';
import { codedColumn, type DeriveLinked, type LinkedSource, lookupCodes } from '../../linked/source.js';
import { textsLinked } from '../../linked/texts.js';
import { allCodesOf } from '../source-columns.js';
import { toCategories } from './compute.js';
import { proveToCategories } from './prove.js';
import type { ToCategories } from './shape.js';

/** The place of what each respondent has, by its text. */
function placeOfText(source: LinkedSource, texts: Iterable<string>, placeOf: (text: string) => number): Scalar {
  const { linked, id } = source;
  if (linked.kind === 'coded') return lookupCodes(source, placeOf);
  if (linked.kind === 'text')
    return lookup(
      part(id, 'text'),
      [...texts].map((text) => [text, placeOf(text)] as const),
      0,
    );
  const words = linked.kind === 'number' ? linked.words : [];
  const isWord = new Set(words);
  const ofWord = lookup(
    part(id, 'word'),
    words.map((word, k) => [k + 1, placeOf(word)] as const),
    0,
  );
  const numbers = [...texts].filter((text) => !isWord.has(text));
  const ofNumber = lookup(
    part(id, 'value'),
    numbers.map((text) => [Number(text), placeOf(text)] as const),
    0,
  );
  // Who has a number has no word, and the other way about.
  return { is: 'arithmetic', sign: '+', parts: [ofNumber, ofWord] };
}

/** Makes categories of values that stay in an engine. */
export const toCategoriesLinked: DeriveLinked<ToCategories> = function* (recipe, [source]) {
  const { counts, blank } = yield* textsLinked(source!);
  const result = toCategories(recipe, counts, allCodesOf(source!));
  const place = placeOfText(source!, counts.keys(), (text) => result.placeOf.get(text) ?? 0);
  return {
    ...result.made,
    proof: proveToCategories(result, blank),
    linked: codedColumn(result.made.codes, place),
  };
};
