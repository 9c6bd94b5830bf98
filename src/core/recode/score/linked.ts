import { type Code, isAnswer } from '../../codebook/types.js';
import { parseNumber } from '../../codebook/number.js';
import { reliability } from '../../measure/reliability.js';
import {
  any,
  compare,
  divided,
  extremeOf,
  flag,
  is,
  isNothing,
  minus,
  not,
  nothing,
  number,
  oneOf,
  plus,
  times,
  when,
  whole,
} from '../../linked/build.js';
import type { LinkedColumn } from '../../linked/column.js';
import type { Scalar } from '../../linked/expression.js';
import { ask, type Asking, sumsOf } from '../../linked/query.js';
import { type DeriveLinked, hasCode, type LinkedSource, numberOf, own } from '../../linked/source.js';
import { withNumbers } from '../numbers.js';
import { allCodesOf } from '../source-columns.js';
import { usesScale } from './compute.js';
import { NO_VALUE } from './expression/evaluate.js';
import { expressionParts, failsFor } from './expression/linked.js';
import { parseExpression } from './expression/parse.js';
import { proveScore } from './prove.js';
import type { Score } from './shape.js';

const item = (k: number): Scalar => own(`i${k}`);
const isThere = (value: Scalar) => not(isNothing(value));

/** Whether an item is one of the codes that are counted: 1, 0, or nothing where it was not answered. */
function countedItem(recipe: Score, source: LinkedSource, codes: readonly Code[]): Scalar {
  const wanted = new Set(recipe.codes);
  if (source.linked.kind === 'number') {
    const value = numberOf(source, codes);
    const isWanted = oneOf(
      value,
      [...wanted].flatMap((code) => parseNumber(code) ?? []),
    );
    return when(
      [
        [isNothing(value), nothing],
        [isWanted, number(1)],
      ],
      number(0),
    );
  }
  const missing = new Set(codes.filter((code) => !isAnswer(code)).map(({ code }) => code));
  return when(
    [
      [hasCode(source, (code) => !missing.has(code) && wanted.has(code)), number(1)],
      [hasCode(source, (code) => !missing.has(code)), number(0)],
    ],
    nothing,
  );
}

/** What a score is of those who answered enough; `t` is the sum of what was answered, or an end of it. */
function valueParts(recipe: Score, items: number): Record<string, Scalar> {
  const places = Array.from({ length: items }, (_, k) => k);
  const answered = plus(places.map((k) => flag(isThere(item(k)))));
  const weightOf = (k: number) => number(recipe.of === 'count' ? 1 : recipe.items[k]!.weight);
  const weighed = (k: number) => when([[isThere(item(k)), times([item(k), weightOf(k)])]], number(0));
  const total =
    recipe.of === 'minimum' || recipe.of === 'maximum'
      ? extremeOf(
          recipe.of === 'minimum' ? 'least' : 'greatest',
          places.map((k) =>
            when([[isThere(item(k)), item(k)]], number(recipe.of === 'minimum' ? Number.MAX_VALUE : -Number.MAX_VALUE)),
          ),
        )
      : plus(places.map(weighed));
  const weight = plus(places.map((k) => when([[isThere(item(k)), weightOf(k)]], number(0))));
  const whenEnough = when(
    [[is(own('n'), 0), recipe.of === 'mean' ? nothing : number(0)]],
    recipe.of === 'mean' ? when([[compare(own('w'), '=', number(0)), nothing]], divided(own('t'), own('w'))) : own('t'),
  );
  return {
    n: answered,
    t: total,
    w: weight,
    value: when([[compare(own('n'), '<', whole(recipe.atLeast)), nothing]], whenEnough),
    // Who answered enough and has no score would be divided by 0.
    y: when([[compare(own('n'), '>=', whole(recipe.atLeast)), whole(NO_VALUE.zero)]], whole(0)),
  };
}

/** Of more items than these it is not worked out how they go together: it takes a figure for each two of them. */
const MOST_RELATED = 100;

/** A spread this small against the sum of squares is what is left of rounding. */
const ROUNDING = 1e-12;

/** An item that is the same for everybody has no spread, not one of rounding. */
function levelConstants(products: Float64Array, sums: readonly number[], respondents: number): void {
  const items = sums.length;
  sums.forEach((sum, a) => {
    const square = products[a * items + a]!;
    if (square - (sum * sum) / respondents > ROUNDING * square) return;
    sums.forEach((other, b) => {
      products[a * items + b] = products[b * items + a] = (sum * other) / respondents;
    });
  });
}

function* reliabilityOf(linked: LinkedColumn, titles: readonly string[]): Asking<ReturnType<typeof reliability>> {
  const items = titles.length;
  if (items < 2 || items > MOST_RELATED) return null;
  const isComplete = is(own('n'), items);
  const places = titles.map((_, k) => k);
  const plain = yield* sumsOf(places.map(item), isComplete, linked);
  const shift = plain.sums.map((sum) => Math.round(sum / Math.max(1, plain.respondents)));
  const about = places.map((k) => minus(item(k), number(shift[k]!)));
  const pairs = places.flatMap((a) => places.slice(0, a + 1).map((b) => [a, b] as const));
  const { sums } = yield* sumsOf(
    [...about, ...pairs.map(([a, b]) => times([about[a]!, about[b]!]))],
    isComplete,
    linked,
  );
  const products = new Float64Array(items * items);
  pairs.forEach(([a, b], k) => (products[a * items + b] = products[b * items + a] = sums[items + k]!));
  const middled = sums.slice(0, items);
  levelConstants(products, middled, plain.respondents);
  return reliability(plain.respondents, Float64Array.from(middled), products, titles, shift);
}

/** Scores items that stay in an engine. */
export const scoreLinked: DeriveLinked<Score> = function* (recipe, sources) {
  const items = sources.length;
  const over = sources.map((source) => ({ source, codes: allCodesOf(source) }));
  for (const { source } of over) withNumbers(source.column, source.title);
  const { scale } = recipe;
  const scaled = usesScale(recipe.of) && scale !== null;
  const read = over.map(({ source, codes }) =>
    recipe.of === 'count' ? countedItem(recipe, source, codes) : numberOf(source, codes),
  );
  // Of an item as it was read, before it is turned round.
  const plain = Object.fromEntries(read.map((value, k) => [`r${k}`, value]));
  const turned = read.map((_, k) => {
    const isReversed = scaled && recipe.items[k]!.reversed;
    return [`i${k}`, isReversed ? minus(number(scale.from + scale.to), own(`r${k}`)) : own(`r${k}`)] as const;
  });
  const answered = { n: plus(read.map((_, k) => flag(isThere(item(k))))) };
  const expression =
    recipe.of === 'expression'
      ? expressionParts(parseExpression(recipe.expression), new Map(recipe.items.map(({ as }, k) => [as, item(k)])))
      : null;
  const result = expression
    ? { ...answered, ...expression.parts, value: expression.value, y: expression.why }
    : valueParts(recipe, items);
  const linked: LinkedColumn = {
    kind: 'number',
    words: [],
    parts: { ...plain, ...Object.fromEntries(turned), ...result, word: whole(0) },
  };
  const value = own('value');
  const offScale = (k: number) =>
    scaled
      ? flag(any([compare(own(`r${k}`), '<', number(scale.from)), compare(own(`r${k}`), '>', number(scale.to))]))
      : whole(0);
  const wordy = over.map(({ source, codes }) => {
    const missing = new Set(codes.filter((code) => !isAnswer(code)).map(({ code }) => code));
    const isWordy = (code: string) => parseNumber(code) === null && !missing.has(code);
    return source.linked.kind === 'coded' && recipe.of !== 'count' ? flag(hasCode(source, isWordy)) : whole(0);
  });
  // An expression does not gather its items: nobody is told by how many they answered.
  const { respondents, sums } = yield* sumsOf(
    [
      failsFor(value, own('y'), NO_VALUE.zero),
      failsFor(value, own('y'), NO_VALUE.domain),
      ...read.flatMap((_, k) => [flag(isThere(item(k))), offScale(k), wordy[k]!]),
    ],
    null,
    linked,
  );
  const byAnswered = { respondents: new Float64Array(items + 1), scored: new Float64Array(items + 1) };
  for (const row of yield* ask({ by: [own('n'), flag(isThere(value))], made: linked })) {
    byAnswered.respondents[Number(row.by[0])]! += row.respondents;
    if (row.by[1] === 1) byAnswered.scored[Number(row.by[0])]! += row.respondents;
  }
  const titles = sources.map(({ title }) => title);
  const isRelated = recipe.of === 'mean' || recipe.of === 'sum';
  const proof = proveScore(
    recipe,
    {
      respondents,
      byAnswered,
      byZero: sums[0]!,
      offDomain: sums[1]!,
      items: read.map((_, k) => ({ answered: sums[2 + 3 * k]!, offScale: sums[3 + 3 * k]!, wordy: sums[4 + 3 * k]! })),
      reliability: isRelated ? yield* reliabilityOf(linked, titles) : null,
    },
    titles,
  );
  return { level: 'number', codes: [], proof, linked };
};
