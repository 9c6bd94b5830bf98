import { fixed } from '../figures.js';

/**
 * The size of a slope, with two figures that say something, six decimals at most.
 * @example slopeSaid(-0.0031) // '0.0031'
 */
export function slopeSaid(slope: number): string {
  const size = Math.abs(slope);
  const decimals = size >= 1 || size === 0 ? 2 : Math.min(6, 1 - Math.floor(Math.log10(size)));
  return fixed(size, decimals);
}
