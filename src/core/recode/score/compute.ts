import { parseNumber } from '../../codebook/number.js';
import { type Code, isAnswer } from '../../codebook/types.js';
import type { Column } from '../../count/column.js';
import { reliability } from '../../measure/reliability.js';
import type { Reliability } from '../proof-shape.js';
import { type Alike, alike } from '../alike.js';
import { evaluator, NO_VALUE } from './expression/evaluate.js';
import { parseExpression } from './expression/parse.js';
import { BLOCK, numberSource, withNumbers } from '../numbers.js';
import type { Score } from './shape.js';

/** More items than this are a mistake in the selection. */
export const MOST_ITEMS = 500;

/** What a score counts over items rather than values: reversing and weights have no meaning there. */
export const usesScale = (of: Score['of']): boolean => of !== 'count' && of !== 'expression';

/** A variable that goes into a score. */
export interface ScoreSource {
  title: string;
  column: Column;
  codes: readonly Code[];
}

export interface Scored {
  /** Of groups of respondents who have the same in all items; NaN: no score. */
  values: Float64Array;
  groups: Alike;
  respondents: number;
  /** Respondents by how many items they answered, and of those who have a score. */
  byAnswered: { respondents: Float64Array; scored: Float64Array };
  /** Of those without a score: divided by zero; a root or a logarithm outside its domain. */
  byZero: number;
  offDomain: number;
  /**
   * Of each item: respondents who answered it, and of them those whose answer lies beyond the scale or is no number.
   */
  items: { answered: number; offScale: number; wordy: number }[];
  reliability: Reliability | null;
}

/** What an item holds for each respondent: a number, or whether it is one of the codes that are counted. */
function blocksOf(recipe: Score, sources: readonly ScoreSource[]) {
  const codes = new Set(recipe.codes);
  return sources.map(({ column, codes: listed, title }) => {
    if (recipe.of !== 'count') return numberSource(withNumbers(column, title), listed);
    const coded = withNumbers(column, title);
    const out = new Set(listed.filter((code) => !isAnswer(code)).map(({ code }) => code));
    if (coded.kind === 'number') {
      const plain = numberSource(coded, listed);
      const wanted = new Set([...codes].flatMap((code) => parseNumber(code) ?? []));
      return {
        fill: (block: Float64Array, first: number) => {
          plain.fill(block, first);
          for (let k = 0; k < block.length; k++) if (!Number.isNaN(block[k])) block[k] = wanted.has(block[k]!) ? 1 : 0;
        },
      };
    }
    const { values } = coded;
    const lookup = Float64Array.from([
      NaN,
      ...coded.codes.map((code) => (out.has(code) ? NaN : codes.has(code) ? 1 : 0)),
    ]);
    return {
      fill: (block: Float64Array, first: number) => {
        const count = Math.min(block.length, values.length - first);
        for (let k = 0; k < count; k++) block[k] = lookup[values[first + k]!]!;
      },
    };
  });
}

/** What is gathered of each respondent of a block, item by item. */
interface Gathered {
  answered: Uint16Array;
  /** Sum of what was answered, times its weight; or the lowest, or the highest. */
  sum: Float64Array;
  weight: Float64Array;
}

/** Takes one item of a block into what is gathered. Whole columns at a time: the loops are what a score costs. */
function takeItem(
  of: Score['of'],
  block: Float64Array,
  count: number,
  itemWeight: number,
  { answered, sum, weight }: Gathered,
): void {
  if (of === 'minimum' || of === 'maximum') {
    const sign = of === 'minimum' ? 1 : -1;
    for (let k = 0; k < count; k++) {
      const value = block[k]!;
      if (Number.isNaN(value)) continue;
      if (answered[k] === 0 || sign * value < sign * sum[k]!) sum[k] = value;
      answered[k]!++;
    }
    return;
  }
  const factor = of === 'count' ? 1 : itemWeight;
  for (let k = 0; k < count; k++) {
    const value = block[k]!;
    if (Number.isNaN(value)) continue;
    answered[k]!++;
    sum[k]! += value * factor;
    weight[k]! += factor;
  }
}

/**
 * Computes a score. Items that a respondent did not answer are left out of it, as long as enough are answered.
 * @param given the variables of the items, in their order
 * @example
 * const item = (source) => ({ source, reversed: false, weight: 1, as: '' });
 * const recipe = {
 *   kind: 'score',
 *   of: 'mean',
 *   items: [item(1), item(2)],
 *   atLeast: 1,
 *   scale: null,
 *   codes: [],
 *   expression: '',
 * };
 * const source = (...values) => ({
 *   title: 'x',
 *   codes: [],
 *   column: { kind: 'number', values: Float64Array.from(values), words: [] },
 * });
 * score(recipe, [source(1, 4), source(3, NaN)], 2).values; // [2, 4]
 */
export function score(recipe: Score, given: readonly ScoreSource[], respondents: number): Scored {
  const items = given.length;
  const together = alike(
    given.map(({ column }) => column),
    respondents,
  );
  const { groups, times } = together;
  const sources = given.map((source, j) => ({ ...source, column: together.columns[j]! }));
  const inputs = blocksOf(recipe, sources);
  const blocks = inputs.map(() => new Float64Array(BLOCK));
  const values = new Float64Array(groups);
  const why = new Uint8Array(BLOCK);
  const people = new Float64Array(BLOCK);
  const tallies = sources.map(() => ({ answered: 0, offScale: 0, wordy: 0 }));
  const byAnswered = { respondents: new Float64Array(items + 1), scored: new Float64Array(items + 1) };
  const { scale } = recipe;
  const scaled = usesScale(recipe.of) && scale !== null;
  const evaluate = recipe.of === 'expression' ? expressionOver(recipe, blocks, why) : null;
  const gathered = { answered: new Uint16Array(BLOCK), sum: new Float64Array(BLOCK), weight: new Float64Array(BLOCK) };
  const { answered, sum, weight } = gathered;
  const valueAt = (k: number): number => {
    if (evaluate !== null) return evaluate(k);
    if (answered[k]! < recipe.atLeast) return NaN;
    const value = recipe.of === 'mean' ? sum[k]! / weight[k]! : sum[k]!;
    if (Number.isFinite(value)) return value;
    why[k] = NO_VALUE.zero;
    return NaN;
  };
  const related = (recipe.of === 'mean' || recipe.of === 'sum') && items >= 2;
  const relation = relations(items);
  let byZero = 0;
  let offDomain = 0;
  for (let first = 0; first < groups; first += BLOCK) {
    const count = Math.min(BLOCK, groups - first);
    for (let k = 0; k < count; k++) people[k] = times[first + k]!;
    why.fill(0);
    answered.fill(0);
    sum.fill(0);
    weight.fill(0);
    for (let j = 0; j < items; j++) {
      const block = blocks[j]!;
      inputs[j]!.fill(block, first);
      if (scaled) tallies[j]!.offScale += fitted(block, people, count, scale, recipe.items[j]!.reversed);
      for (let k = 0; k < count; k++) if (!Number.isNaN(block[k])) tallies[j]!.answered += people[k]!;
      takeItem(recipe.of, block, count, recipe.items[j]!.weight, gathered);
    }
    for (let k = 0; k < count; k++) {
      const value = valueAt(k);
      values[first + k] = value;
      byAnswered.respondents[answered[k]!]! += people[k]!;
      if (!Number.isNaN(value)) byAnswered.scored[answered[k]!]! += people[k]!;
      else if (why[k] === NO_VALUE.zero) byZero += people[k]!;
      else if (why[k] === NO_VALUE.domain) offDomain += people[k]!;
    }
    if (related) relation.add(blocks, answered, people, count);
  }
  sources.forEach(({ column, codes }, j) => {
    tallies[j]!.wordy = recipe.of === 'count' ? 0 : wordy(column, codes, times);
  });
  return {
    values,
    groups: together,
    respondents,
    byAnswered,
    byZero,
    offDomain,
    items: tallies,
    reliability: related ? relation.close(sources.map(({ title }) => title)) : null,
  };
}

function expressionOver(recipe: Score, blocks: readonly Float64Array[], why: Uint8Array): (row: number) => number {
  const columns = new Map(recipe.items.map(({ as }, j) => [as, blocks[j]!]));
  const evaluate = evaluator(parseExpression(recipe.expression), columns, why);
  return (row) => {
    const value = evaluate(row);
    if (Number.isFinite(value)) return value;
    // What grew beyond all numbers is no value either.
    if (!Number.isNaN(value)) why[row] = NO_VALUE.domain;
    return NaN;
  };
}

/** Turns a block round on its scale where it is reversed. @returns how many respondents lie beyond the scale */
function fitted(
  block: Float64Array,
  people: Float64Array,
  count: number,
  { from, to }: { from: number; to: number },
  reversed: boolean,
): number {
  let off = 0;
  for (let k = 0; k < count; k++) {
    const value = block[k]!;
    if (value < from || value > to) off += people[k]!;
    if (reversed) block[k] = from + to - value;
  }
  return off;
}

/** Respondents whose answer is a code that spells no number. */
function wordy(column: Column, codes: readonly Code[], times: ArrayLike<number>): number {
  if (column.kind !== 'coded') return 0;
  const missing = new Set(codes.filter((code) => !isAnswer(code)).map(({ code }) => code));
  const lookup = Uint8Array.from([
    0,
    ...column.codes.map((code) => (parseNumber(code) === null && !missing.has(code) ? 1 : 0)),
  ]);
  if (!lookup.includes(1)) return 0;
  let count = 0;
  column.values.forEach((value, k) => (count += lookup[value]! * times[k]!));
  return count;
}

/** Gathers sums and products of items over respondents who answered all, about the first of them. */
function relations(items: number) {
  const sums = new Float64Array(items);
  const products = new Float64Array(items * items);
  const shift: number[] = [];
  const complete = Array.from({ length: items }, () => new Float64Array(BLOCK));
  const times = new Float64Array(BLOCK);
  let n = 0;
  return {
    add: (blocks: readonly Float64Array[], answered: Uint16Array, people: Float64Array, count: number) => {
      let full = 0;
      for (let k = 0; k < count; k++) {
        if (answered[k] !== items) continue;
        if (n === 0) for (let j = 0; j < items; j++) shift[j] = blocks[j]![k]!;
        for (let j = 0; j < items; j++) complete[j]![full] = blocks[j]![k]! - shift[j]!;
        n += people[k]!;
        times[full++] = people[k]!;
      }
      for (let i = 0; i < items; i++) {
        const a = complete[i]!;
        let sum = 0;
        for (let k = 0; k < full; k++) sum += times[k]! * a[k]!;
        sums[i]! += sum;
        for (let j = 0; j <= i; j++) {
          const b = complete[j]!;
          let product = 0;
          for (let k = 0; k < full; k++) product += times[k]! * a[k]! * b[k]!;
          products[i * items + j]! += product;
        }
      }
    },
    close: (labels: readonly string[]): Reliability | null => {
      for (let i = 0; i < items; i++)
        for (let j = i + 1; j < items; j++) products[i * items + j] = products[j * items + i]!;
      return reliability(n, sums, products, labels, shift);
    },
  };
}
