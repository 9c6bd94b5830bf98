import { cellsOfColumns } from './axis.js';
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
  const groupCount = cellsOfColumns(groups);
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
  const pairsIn = (array: Int32Array | Float64Array, first: number, step: number) =>
    pairsOf({ array, first, step, size }, pairs, groupCount, options.length);
  return {
    respondents: pairsIn(own.counts, AT.tables / 4, 1),
    weights: who.weight && { sums: pairsIn(own.numbers, sums / 8, 2), squares: pairsIn(own.numbers, sums / 8 + 1, 2) },
  };
}

/** The tables of all two blocks: `size` entries each, one behind the other, `step` elements of the array apart. */
interface BlockTables {
  array: Int32Array | Float64Array;
  first: number;
  step: number;
  size: number;
}

/**
 * Of who has just these options of two blocks, who has at least these: sums over all sets that contain a set (Yates
 * 1937), in place.
 */
function addSupersets(entries: Float64Array): void {
  for (let bit = 1; bit < entries.length; bit <<= 1)
    for (let entry = 0; entry < entries.length; entry++) {
      if ((entry & bit) === 0) entries[entry]! += entries[entry | bit]!;
    }
}

/** Pairs of options from the tables of their blocks. */
function pairsOf(
  { array, first, step, size }: BlockTables,
  pairs: readonly (readonly [number, number])[],
  groups: number,
  options: number,
): Float64Array {
  const together = new Float64Array(groups * options * options);
  const entries = new Float64Array(AREA);
  const seen = new Set<number>();
  /** Options of a block, and where they are in an entry: the first block in the upper bits, the second in the lower. */
  const bitsOf = (block: number, upper: boolean) =>
    Array.from({ length: BITS }, (_, i) => ({
      option: block * BITS + i,
      bit: 1 << (upper ? BITS + i : i),
    })).filter(({ option }) => option < options);
  pairs.forEach(([p, q], t) => {
    // Of one block alone the second place holds what is in it.
    const [upper, lower] = [p === q ? [] : bitsOf(p, true), bitsOf(q, false)];
    const across = upper.flatMap((a) => lower.map((b) => [a, b] as const));
    const within = [upper, lower].flatMap((own, k) => {
      const block = k === 0 ? p : q;
      if (own.length === 0 || seen.has(block)) return [];
      seen.add(block);
      return own.flatMap((a) => own.filter(({ option }) => option >= a.option).map((b) => [a, b] as const));
    });
    const asked = [...across, ...within];
    for (let group = 0; group < groups; group++) {
      const from = first + (t * size + group * AREA) * step;
      for (let entry = 0; entry < AREA; entry++) entries[entry] = array[from + entry * step]!;
      addSupersets(entries);
      for (const [a, b] of asked) {
        const value = entries[a.bit | b.bit]!;
        together[(group * options + a.option) * options + b.option] = value;
        together[(group * options + b.option) * options + a.option] = value;
      }
    }
  });
  return together;
}
