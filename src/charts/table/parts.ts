import { bar, figureInside, legend, nameAt, percentText } from './frame.js';
import type { PictureSpec } from './spec.js';

const BAR = 24;
const STEP = 32;
const LEAST_FOR_TEXT = 26;

/** The shares of the answers of one group, in order. */
export const sharesOf = ({ answers, points }: Pick<PictureSpec, 'answers' | 'points'>, group: number): number[] =>
  answers.map((_, i) => points[i]?.[group]?.value ?? 0);

/**
 * A bar for each group, its answers one behind the other, with the legend of the answers under them.
 * @param begin where the bar of a group begins, in shares
 * @param x from shares to places
 */
export function partedBars(
  spec: PictureSpec,
  begin: (shares: readonly number[]) => number,
  x: (share: number) => number,
): { markup: string; bars: number; height: number } {
  const { groups, answers, width, values } = spec;
  const drawn = groups.map(({ label }, j) => {
    const y = 2 + j * STEP;
    const shares = sharesOf(spec, j);
    let from = begin(shares);
    const parts = answers.map((answer, i) => {
      const share = shares[i] ?? 0;
      const [start, end] = [x(from), x(from + share)];
      from += share;
      const said = `${label}, ${answer}: ${percentText(share)}`;
      const body = bar({ x: start, y, width: end - start - 1, height: BAR }, [i, answers.length], said);
      if (!values || end - start < LEAST_FOR_TEXT) return body;
      return body + figureInside((start + end) / 2, y + BAR / 2, String(Math.round(share * 100)));
    });
    return nameAt(y + BAR / 2, label) + parts.join('');
  });
  const bars = groups.length * STEP;
  const key = legend(answers, bars, width);
  return { markup: drawn.join('') + key.markup, bars, height: bars + key.height };
}
