import { SET_STATE, SET_STATES } from './set-state.js';
import type { CodedColumn, SetsColumn } from './column.js';

/** Options that are looked at together: four bits of a word, so that no block lies across two words. */
const BITS = 4;
const VALUES = 1 << BITS;
const PER_WORD = 32 / BITS;
/** More blocks than this are no quicker than one option after the other. */
const MOST_BLOCKS = 12;
/** Entries of all tables of two blocks; beyond it they no longer fit a processor's memory. */
const MOST_ENTRIES = 4_000_000;
/** What is added up over the respondents of each group. */
export interface SetCounts {
  /** Groups by how respondents stand to the question (`SET_STATE`). */
  states: Float64Array;
  /** Groups by options by options: who mentioned both. */
  together: Float64Array;
}

export interface SetRequest {
  rows: SetsColumn;
  groups: readonly CodedColumn[];
  respondents: number;
  mask: Uint8Array | null;
  /** What each respondent adds; null: one. Who is outside the mask is not looked at. */
  weight: Float64Array | null;
}

/**
 * Whether a question with these groups is counted in blocks.
 * @example countsInBlocks(20, 8) // true
 */
export function countsInBlocks(options: number, groups: number): boolean {
  const blocks = Math.ceil(options / BITS);
  return blocks <= MOST_BLOCKS && Math.max(1, (blocks * (blocks - 1)) / 2) * groups * VALUES * VALUES <= MOST_ENTRIES;
}

interface Plan {
  rows: SetsColumn;
  /** The group of each respondent, over all groupings together. */
  group: Int32Array;
  respondents: number;
  mask: Uint8Array | null;
  blocks: number;
  /** Entries of the table of two blocks, in all groups. */
  size: number;
}

function groupsOf(groups: readonly CodedColumn[], respondents: number): Int32Array {
  const group = new Int32Array(respondents);
  for (const { values, codes } of groups) {
    const width = codes.length + 1;
    for (let k = 0; k < respondents; k++) group[k] = group[k]! * width + values[k]!;
  }
  return group;
}

/** The blocks of one respondent, out of the words from `from` on. */
function unpack(words: Uint32Array, from: number, bitsOfBlocks: Int32Array): void {
  for (let b = 0; b < bitsOfBlocks.length; from++) {
    let word = words[from]!;
    for (let inWord = 0; inWord < PER_WORD && b < bitsOfBlocks.length; inWord++, word >>>= BITS)
      bitsOfBlocks[b++] = word & (VALUES - 1);
  }
}

/** The hot loop: one step for every two blocks of a respondent, whole numbers in. */
function stepEach(
  { rows: { words, width, state }, group, respondents, mask, blocks, size }: Plan,
  flat: Int32Array,
): void {
  const bitsOfBlocks = new Int32Array(blocks);
  for (let k = 0; k < respondents; k++) {
    if (state[k] !== SET_STATE.mentioned || (mask !== null && mask[k] === 0)) continue;
    unpack(words, k * width, bitsOfBlocks);
    let at = (group[k]! << (2 * BITS)) | 0;
    if (blocks === 1) flat[at + bitsOfBlocks[0]!]!++;
    for (let p = 0; p < blocks - 1; p++) {
      const row = bitsOfBlocks[p]! << BITS;
      for (let q = p + 1; q < blocks; q++) {
        flat[at + (row | bitsOfBlocks[q]!)]!++;
        at += size;
      }
    }
  }
}

/** The same with what each respondent counts as. */
function stepWeighted(
  { rows: { words, width, state }, group, respondents, mask, blocks, size }: Plan,
  flat: Float64Array,
  weight: Float64Array,
  power: 1 | 2,
): void {
  const bitsOfBlocks = new Int32Array(blocks);
  for (let k = 0; k < respondents; k++) {
    if (state[k] !== SET_STATE.mentioned || (mask !== null && mask[k] === 0)) continue;
    unpack(words, k * width, bitsOfBlocks);
    const w = power === 2 ? weight[k]! * weight[k]! : weight[k]!;
    let at = group[k]! << (2 * BITS);
    if (blocks === 1) flat[at + bitsOfBlocks[0]!]! += w;
    for (let p = 0; p < blocks - 1; p++) {
      const row = bitsOfBlocks[p]! << BITS;
      for (let q = p + 1; q < blocks; q++) {
        flat[at + (row | bitsOfBlocks[q]!)]! += w;
        at += size;
      }
    }
  }
}

/**
 * Counts who mentions which two options together, in each group, in one pass. Options are taken four at a time: for
 * every two such blocks a table of what stands in them both is counted, one step a respondent however many options they
 * mention; pairs of options are added up from these tables at the end.
 * @param power to which the weight is raised
 * @example
 * const crops = {
 *   kind: 'sets',
 *   words: Uint32Array.of(1, 3, 2, 0),
 *   width: 1,
 *   state: Uint8Array.of(1, 1, 1, 0),
 *   options: ['beans', 'kale'],
 * };
 * const counted = countSets({ rows: crops, groups: [], respondents: 4, mask: null, weight: null });
 * counted.together; // [2, 1, 1, 2]
 */
export function countSets({ rows, groups, respondents, mask, weight }: SetRequest, power: 1 | 2 = 1): SetCounts {
  const { state, options } = rows;
  const sizes = groups.map(({ codes }) => codes.length + 1);
  const cellCount = sizes.reduce((product, size) => product * size, 1);
  const blocks = Math.max(1, Math.ceil(options.length / BITS));
  const pairs =
    blocks === 1
      ? [[0, 0] as const]
      : Array.from({ length: blocks }, (_, p) =>
          Array.from({ length: blocks - p - 1 }, (__, q) => [p, p + q + 1] as const),
        ).flat();
  const area = VALUES * VALUES;
  const size = cellCount * area;
  const states = new Float64Array(cellCount * SET_STATES.length);
  const group = groupsOf(groups, respondents);
  const plan: Plan = { rows, group, respondents, mask, blocks, size };
  const flat = weight ? new Float64Array(pairs.length * size) : new Int32Array(pairs.length * size);
  if (flat instanceof Int32Array) stepEach(plan, flat);
  else stepWeighted(plan, flat, weight!, power);
  for (let k = 0; k < respondents; k++) {
    if (mask !== null && mask[k] === 0) continue;
    states[group[k]! * SET_STATES.length + state[k]!]! += weight === null ? 1 : weight[k]! ** power;
  }
  const tables = pairs.map((_, t) => flat.subarray(t * size, (t + 1) * size));
  return { states, together: pairsOf(tables, pairs, cellCount, options.length) };
}

/** Adds up pairs of options from the tables of their blocks. */
function pairsOf(
  tables: readonly (Float64Array | Int32Array)[],
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
          const value = table[(group * VALUES + x) * VALUES + y]!;
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
