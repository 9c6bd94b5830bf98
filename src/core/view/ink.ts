/** How a cell is hatched: rising for more, falling for fewer; denser where it is stronger. */
export type Ink = 'more1' | 'more2' | 'fewer1' | 'fewer2';

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

/** All of them in order, as a key has them. */
export const INK_KEY: readonly Ink[] = ['fewer2', 'fewer1', 'more1', 'more2'];

/** The same where nothing can be hatched. */
export const INK_SIGNS: Record<Ink, string> = { more2: '▲▲', more1: '▲', fewer1: '▽', fewer2: '▽▽' };

/** What those signs mean. */
export const INK_SIGNS_WORDS = '▲ more, ▽ fewer than independence gives; doubled: far more, far fewer.';
