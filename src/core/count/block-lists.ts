import type { CountArray } from './types.js';

/** Figures of a block, one behind the other. */
export type List = readonly number[];

/**
 * A block with other lists of figures in the place of its own, always visited in the same order.
 * @example
 * const weights = { sums: [3], squares: [5] };
 * withLists({ respondents: [2], weights, together: null }, (own) => own.map((n) => 10 * n)).weights.sums; // [30]
 */
export function withLists(block: CountArray, list: (own: List) => List): CountArray {
  const both = (weights: { sums: List; squares: List }) => ({
    sums: list(weights.sums),
    squares: list(weights.squares),
  });
  const { respondents, weights, together, ranks, nets } = block;
  return {
    ...block,
    respondents: list(respondents),
    weights: weights && both(weights),
    together: together && { sums: list(together.sums), squares: together.squares && list(together.squares) },
    ...(ranks && { ranks: list(ranks) }),
    ...(nets && { nets: { respondents: list(nets.respondents), weights: nets.weights && both(nets.weights) } }),
  };
}

/**
 * All lists of figures of a block, in the order in which `withLists` visits them.
 * @example listsOf({ respondents: [2], weights: null, together: { sums: [1], squares: null } }) // [[2], [1]]
 */
export function listsOf(block: CountArray): List[] {
  const lists: List[] = [];
  withLists(block, (own) => {
    lists.push(own);
    return own;
  });
  return lists;
}
