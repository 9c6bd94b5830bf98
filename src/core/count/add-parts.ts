import { type List, listsOf, withLists } from './block-lists.js';
import type { CellSums } from './count-cells.js';
import type { CountedPart } from './plan.js';
import type { CountArray } from './types.js';
import { isEven, weighedEvenly, type WeightSpan } from './weights.js';

/** Adds lists to one, figure by figure. */
function addTo<T extends number[] | Float64Array>(sums: T, others: readonly ArrayLike<number>[]): T {
  for (const values of others) for (let k = 0; k < sums.length; k++) sums[k]! += values[k]!;
  return sums;
}

const addedNumbers = ([first = [], ...others]: readonly List[]): List => addTo([...first], others);

const addedFloats = ([first = new Float64Array(), ...others]: readonly Float64Array[]): Float64Array =>
  addTo(first.slice(), others);

/** A field of every part, where the first has it: parts of one plan have the same. */
const of = <P, T>(parts: readonly P[], field: (part: P) => T | null | undefined): T[] =>
  parts.flatMap((part) => {
    const value = field(part);
    return value === null || value === undefined ? [] : [value];
  });

function addedBlocks(blocks: readonly CountArray[]): CountArray {
  const first = blocks[0]!;
  const lists = blocks.map(listsOf);
  let which = 0;
  const added = () => {
    const at = which++;
    return addedNumbers(lists.map((own) => own[at]!));
  };
  return {
    ...withLists(first, added),
    total: blocks.reduce((sum, { total }) => sum + total, 0),
    filtered: first.filtered.map((_, k) => ({
      outside: blocks.reduce((sum, { filtered }) => sum + filtered[k]!.outside, 0),
      unknown: blocks.reduce((sum, { filtered }) => sum + filtered[k]!.unknown, 0),
    })),
    withoutWeight: blocks.reduce((sum, { withoutWeight }) => sum + withoutWeight, 0),
  };
}

function addedTallies(tallies: readonly CellSums[]): CellSums {
  const weights = of(tallies, (tally) => tally.weights);
  return {
    respondents: addedFloats(tallies.map(({ respondents }) => respondents)),
    weights:
      weights.length === 0
        ? null
        : { sums: addedFloats(weights.map(({ sums }) => sums)), squares: addedFloats(weights.map((w) => w.squares)) },
  };
}

/** A part in which all who have a weight have the same, beside others with other weights: counted with it after all. */
function unevenPart({ blocks, tallies, span }: CountedPart & { span: WeightSpan }): CountedPart {
  const times = (values: Float64Array, by: number) => values.map((value) => value * by);
  return {
    span,
    blocks: blocks.map((block) => weighedEvenly(block, span)),
    tallies: tallies.map(
      (tally) =>
        tally && {
          ...tally,
          weights: {
            sums: times(tally.respondents, span.most),
            squares: times(tally.respondents, span.most ** 2),
          },
        },
    ),
  };
}

/**
 * What was counted of all respondents, out of what was of each part of them, in their order.
 * @param parts at least one, of the same plan
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2), codes: ['a', 'b'] };
 * const plan = { rows: [{ column: site, slots: null }], nests: [[]], within: null };
 * const part = countPart({ ...plan, respondents: 2, mask: null, filtered: [], weight: null });
 * addParts([part, part]).blocks[0].respondents; // [0, 2, 2]
 */
export function addParts(parts: readonly CountedPart[]): CountedPart {
  const [first, ...others] = parts;
  if (!first || others.length === 0) return first!;
  const spans = of(parts, ({ span }) => span);
  const span =
    spans.length === 0
      ? null
      : {
          least: spans.reduce((least, own) => Math.min(least, own.least), Infinity),
          most: spans.reduce((most, own) => Math.max(most, own.most), 0),
        };
  const alike =
    span && !isEven(span)
      ? parts.map((part) => (part.span && isEven(part.span) ? unevenPart({ ...part, span: part.span }) : part))
      : parts;
  return {
    span,
    blocks: first.blocks.map((_, k) => addedBlocks(alike.map(({ blocks }) => blocks[k]!))),
    tallies: first.tallies.map((tally, k) => tally && addedTallies(of(alike, ({ tallies }) => tallies[k]))),
  };
}
