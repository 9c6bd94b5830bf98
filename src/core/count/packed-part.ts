import { type List, listsOf, withLists } from './block-lists.js';
import type { CountedPart } from './plan.js';

/** What was counted of a part, with its figures in one array: as such it goes from thread to thread at little cost. */
export interface PackedPart {
  /** The part without the figures of its blocks. */
  rest: CountedPart;
  /** Of each list of figures, in the order in which `withLists` visits them, how long it is. */
  lengths: number[];
  figures: Float64Array;
}

/**
 * Packs what was counted of a part.
 * @example packedPart({ blocks: [], span: null, tallies: [] }).figures.length // 0
 */
export function packedPart(part: CountedPart): PackedPart {
  const lists = part.blocks.flatMap(listsOf);
  const blocks = part.blocks.map((block) => withLists(block, () => []));
  const lengths = lists.map(({ length }) => length);
  const figures = new Float64Array(lengths.reduce((sum, length) => sum + length, 0));
  let at = 0;
  for (const list of lists) {
    figures.set(list, at);
    at += list.length;
  }
  return { rest: { ...part, blocks }, lengths, figures };
}

/**
 * The part that was packed.
 * @example unpackedPart(packedPart({ blocks: [], span: null, tallies: [] })) // { blocks: [], span: null, tallies: [] }
 */
export function unpackedPart({ rest, lengths, figures }: PackedPart): CountedPart {
  let [which, at] = [0, 0];
  const next = (): List => {
    const length = lengths[which++] ?? 0;
    // Twenty times as quick as Array.from.
    const list = new Array<number>(length);
    for (let k = 0; k < length; k++) list[k] = figures[at + k]!;
    at += length;
    return list;
  };
  return { ...rest, blocks: rest.blocks.map((block) => withLists(block, next)) };
}
