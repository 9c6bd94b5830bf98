import { isNothing, lookup, nothing, number, oneOf, part, when, whole } from '../../linked/build.js';
import type { Condition, Scalar } from '../../linked/expression.js';
import { type DeriveLinked, hasCode, type LinkedSource } from '../../linked/source.js';
import { textsLinked } from '../../linked/texts.js';
import { madeNumber, numberReader } from './compute.js';
import { proveToNumber } from './prove.js';
import type { ToNumber } from './shape.js';

/** Whether somebody has one of some texts. */
function hasText({ linked, id, ...source }: LinkedSource, texts: readonly string[]): Condition {
  if (linked.kind === 'coded') return hasCode({ linked, id, ...source }, (code) => texts.includes(code));
  if (linked.kind === 'text') return oneOf(part(id, 'text'), texts);
  const words = linked.kind === 'number' ? linked.words : [];
  return oneOf(
    part(id, 'word'),
    texts.flatMap((text) => (words.includes(text) ? [words.indexOf(text) + 1] : [])),
  );
}

/** Reads texts that stay in an engine as numbers. */
export const toNumberLinked: DeriveLinked<ToNumber> = function* (told, [source]) {
  const { linked, id, codes } = source!;
  // Of numbers, decimals stand with a point however they were read.
  const recipe: ToNumber = linked.kind === 'number' ? { ...told, decimal: '.' } : told;
  const { counts, blank } = yield* textsLinked(source!);
  const reader = numberReader(
    recipe,
    codes.filter((code) => code.missing !== null),
  );
  const texts = [...counts].sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
  const byValue = new Map<number, string[]>();
  const byWord = new Map<number, string[]>();
  let [numbers, made] = [0, 0];
  for (const [text, respondents] of texts) {
    const { value, word, tally } = reader.read(text);
    if (tally) tally.respondents += respondents;
    else numbers += respondents;
    const isNumber = !Number.isNaN(value);
    if (isNumber) made += respondents;
    const [group, key] = isNumber ? [byValue, value] : [byWord, word];
    group.set(key, [...(group.get(key) ?? []), text]);
  }
  const words = reader.words();
  const filled = texts.reduce((sum, [, respondents]) => sum + respondents, 0);
  const result = {
    words,
    exceptions: reader.exceptions,
    coded: reader.coded,
    numbers,
    made,
    blank,
    respondents: filled + blank,
  };
  const isWord = new Set(linked.kind === 'number' ? linked.words : []);
  const own = part(id, 'value');
  // A number that is read as itself needs no list.
  const changed = [...byValue].flatMap(([value, from]) => {
    const others = linked.kind === 'number' ? from.filter((text) => isWord.has(text)) : from;
    return others.length > 0 ? [[hasText(source!, others), number(value)] as const] : [];
  });
  const decided = linked.kind === 'number' ? numbersDecided(byValue, byWord, isWord) : { values: [], words: [] };
  const value = when(
    [
      ...decided.values.map(([from, to]) => [oneOf(own, [from]), number(to)] as const),
      ...(decided.words.length > 0
        ? [
            [
              oneOf(
                own,
                decided.words.map(([from]) => from),
              ),
              nothing,
            ] as const,
          ]
        : []),
      ...changed,
    ],
    linked.kind === 'number' ? own : nothing,
  );
  return {
    ...madeNumber(result, codes),
    proof: proveToNumber(result),
    linked: { kind: 'number', words, parts: { value, word: wordPart(source!, byWord, decided.words) } },
  };
};

/** Numbers that are decided to be others, and those that are decided to be words. */
function numbersDecided(
  byValue: ReadonlyMap<number, readonly string[]>,
  byWord: ReadonlyMap<number, readonly string[]>,
  isWord: ReadonlySet<string>,
) {
  const values = [...byValue].flatMap(([value, texts]) =>
    texts.flatMap((text) => (!isWord.has(text) && Number(text) !== value ? [[Number(text), value] as const] : [])),
  );
  const words = [...byWord].flatMap(([word, texts]) =>
    texts.flatMap((text) => (isWord.has(text) ? [] : [[Number(text), word] as const])),
  );
  return { values, words };
}

/** Which word somebody has whose text is no number. */
function wordPart(
  source: LinkedSource,
  byWord: ReadonlyMap<number, readonly string[]>,
  numbers: readonly (readonly [number, number])[],
): Scalar {
  const entries = [...byWord].flatMap(([word, texts]) => texts.map((text) => [text, word] as const));
  const { linked, id } = source;
  if (linked.kind === 'text') return lookup(part(id, 'text'), entries, 0);
  const codes = linked.kind === 'coded' ? linked.codes : linked.kind === 'number' ? linked.words : [];
  const placed = entries.flatMap(([text, word]) =>
    codes.includes(text) ? [[codes.indexOf(text) + 1, word] as const] : [],
  );
  if (linked.kind === 'coded') return lookup(part(id, 'place'), placed, 0);
  const ofWord = lookup(part(id, 'word'), placed, 0);
  return numbers.length === 0
    ? ofWord
    : when(
        [[isNothing(part(id, 'value')), ofWord]],
        when(
          numbers.map(([from, to]) => [oneOf(part(id, 'value'), [from]), whole(to)] as const),
          whole(0),
        ),
      );
}
