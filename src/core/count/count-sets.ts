import type { CodedColumn, SetsColumn } from './column.js';
import { AT, type Kernel, kernel, MOST_WORDS } from './kernel/kernel.js';
import { layGroups, layWeights, type Stretch, stretchesOf, type Who } from './kernel/stretch.js';

/** Options that are looked at together: four bits of a word, so that no block lies across two words. */
const BITS = 4;
const VALUES = 1 << BITS;
const AREA = VALUES * VALUES;
const PER_WORD = 32 / BITS;
/** More blocks than this are no quicker than one option after the other. */
const MOST_BLOCKS = 12;
/** Entries of all tables of two blocks; beyond it they no longer fit a processor's memory. */
const MOST_ENTRIES = 4_000_000;

/** Groups by options by options: who mentioned both. */
export interface Pairs {
  respondents: Float64Array;
  /** Sums of weights and of their squares; null without a weight. */
  weights: { sums: Float64Array; squares: Float64Array } | null;
}

const blocksOf = (options: number) => Math.max(1, Math.ceil(options / BITS));

/**
 * Whether a question with these groups is counted in blocks.
 * @example countsInBlocks(20, 8) // true
 */
export function countsInBlocks(options: number, groups: number): boolean {
  const blocks = blocksOf(options);
  const tables = Math.max(1, (blocks * (blocks - 1)) / 2);
  return blocks <= Math.min(MOST_BLOCKS, MOST_WORDS * PER_WORD) && tables * groups * AREA <= MOST_ENTRIES;
}

/** Lays what respondents mention, and how they stand to the question. */
function layQuestion({ bytes, words }: Kernel, { from, to, length }: Stretch, question: SetsColumn): void {
  const { width, state } = question;
  words.set(question.words.subarray(from * width, to * width), AT.words / 4);
  bytes.set(state.subarray(from, to), AT.state);
  bytes.fill(0, AT.state + to - from, AT.state + length);
}

/**
 * Counts who mentions which two options together, in each group, in one pass. Options are taken four at a time: for
 * every two such blocks a table of what stands in them both is counted, one step a respondent however many options they
 * mention; pairs of options are added up from these tables at the end.
 * @example
 * const crops = {
 *   kind: 'sets',
 *   words: Uint32Array.of(1, 3, 2, 0),
 *   width: 1,
 *   state: Uint8Array.of(1, 1, 1, 0),
 *   options: ['beans', 'kale'],
 * };
 * countSets(crops, [], { respondents: 4, mask: null, weight: null }).respondents; // [2, 1, 1, 2]
 */
export function countSets(question: SetsColumn, groups: readonly CodedColumn[], who: Who): Pairs {
  const { width, options } = question;
  const groupCount = groups.reduce((product, { codes }) => product * (codes.length + 1), 1);
  const blocks = blocksOf(options.length);
  const pairs =
    blocks === 1
      ? [[0, 0] as const]
      : Array.from({ length: blocks }, (_, p) =>
          Array.from({ length: blocks - p - 1 }, (__, q) => [p, p + q + 1] as const),
        ).flat();
  /** Entries of the table of two blocks, with the spare group of those who are not counted. */
  const size = (groupCount + 1) * AREA;
  const sums = AT.tables + pairs.length * size * 4;
  const own = kernel(pairs.length * size * (who.weight ? 4 + 16 : 4));
  const { loops } = own;
  for (const stretch of stretchesOf(who.respondents)) {
    layGroups(own, stretch, groups, who.mask, 2);
    layQuestion(own, stretch, question);
    const { length } = stretch;
    loops.countSets(AT.words, width, AT.state, AT.groups, length, blocks, AT.tables, size * 4);
    if (!who.weight) continue;
    layWeights(own, stretch, who.weight);
    loops.weighSets(AT.words, width, AT.state, AT.groups, AT.weights, length, blocks, sums, size * 16);
  }
  /** Pairs from tables whose entries stand `step` apart, counted in elements of the array. */
  const pairsIn = (array: Int32Array | Float64Array, first: number, step: number) =>
    pairsOf(
      pairs.map((_, t) => ({ at: (entry) => array[first + (t * size + entry) * step]! })),
      pairs,
      groupCount,
      options.length,
    );
  return {
    respondents: pairsIn(own.counts, AT.tables / 4, 1),
    weights: who.weight && { sums: pairsIn(own.numbers, sums / 8, 2), squares: pairsIn(own.numbers, sums / 8 + 1, 2) },
  };
}

/** A table of two blocks, by its entries. */
interface BlockTable {
  at: (entry: number) => number;
}

/** Adds up pairs of options from the tables of their blocks. */
function pairsOf(
  tables: readonly BlockTable[],
  pairs: readonly (readonly [number, number])[],
  groups: number,
  options: number,
): Float64Array {
  const together = new Float64Array(groups * options * options);
  const within = new Set<number>();
  const add = (group: number, i: number, j: number, value: number) => {
    if (i < options && j < options) together[(group * options + i) * options + j]! += value;
  };
  /** Options of one block that one respondent mentions. */
  const ownPairs = (group: number, block: number, x: number, value: number) => {
    for (let i = 0; i < BITS; i++) {
      if (((x >> i) & 1) === 0) continue;
      for (let j = 0; j < BITS; j++) if (((x >> j) & 1) === 1) add(group, block * BITS + i, block * BITS + j, value);
    }
  };
  pairs.forEach(([p, q], t) => {
    const table = tables[t]!;
    const own = [p, q].filter((block) => !within.has(block));
    own.forEach((block) => within.add(block));
    for (let group = 0; group < groups; group++) {
      for (let x = 0; x < VALUES; x++) {
        for (let y = 0; y < VALUES; y++) {
          const value = table.at((group * VALUES + x) * VALUES + y);
          if (value === 0) continue;
          if (p === q) {
            // Of one block alone the second place holds what is in it.
            ownPairs(group, p, y, value);
            continue;
          }
          if (own.includes(p)) ownPairs(group, p, x, value);
          if (own.includes(q)) ownPairs(group, q, y, value);
          for (let i = 0; i < BITS; i++) {
            if (((x >> i) & 1) === 0) continue;
            for (let j = 0; j < BITS; j++) {
              if (((y >> j) & 1) === 0) continue;
              add(group, p * BITS + i, q * BITS + j, value);
              add(group, q * BITS + j, p * BITS + i, value);
            }
          }
        }
      }
    }
  });
  return together;
}
