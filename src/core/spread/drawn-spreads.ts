import type { DrawnSpreads, Spread } from './types.js';

/** How numbers lie in a block of a table. */
export interface BlockSpread {
  item: number;
  nest: number;
  spread: Spread;
}

/** What the picture of a block can show of how its numbers lie. @param spreads of all blocks of the table */
export function drawnSpreads(spreads: readonly BlockSpread[], at: Pick<BlockSpread, 'item' | 'nest'>): DrawnSpreads {
  const own = spreads.filter(({ item, nest }) => item === at.item && nest === at.nest).map(({ spread }) => spread);
  return {
    densities: own.find((spread) => spread.of === 'densities') ?? null,
    pairs: own.find((spread) => spread.of === 'pairs') ?? null,
  };
}
