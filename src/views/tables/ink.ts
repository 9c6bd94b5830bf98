import type { Ink } from '../../kit/Hatch.js';

/** How a cell is hatched: rising for more than independence gives, falling for fewer; dense where p < .001. */
export function inkOf(residual: number, adjustedP: number): Ink | null {
  if (adjustedP >= 0.05) return null;
  const dense = adjustedP < 0.001;
  if (residual > 0) return dense ? 'more2' : 'more1';
  return dense ? 'fewer2' : 'fewer1';
}

export const INK_WORDS: Record<Ink, string> = {
  more2: 'far more than independence gives',
  more1: 'more than independence gives',
  fewer1: 'fewer than independence gives',
  fewer2: 'far fewer than independence gives',
};
