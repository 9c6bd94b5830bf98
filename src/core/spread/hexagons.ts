import type { Hexagon } from './types.js';

/** Cells across the range of the number that goes across, and rows of them up the other. */
const ACROSS = 32;
const UP = 20;

/** Rows of a honeycomb overlap: from one to the next are three quarters of a cell. */
const ROW = 0.75;

interface Range {
  minimum: number;
  maximum: number;
}

/**
 * A honeycomb over two numbers: each pair is in the cell whose middle is nearest, in a plane where cells are regular.
 * @param each visits all pairs
 * @example
 * const range = { minimum: 0, maximum: 32 };
 * hexagons(range, range, (put) => [[0, 0], [0, 0], [32, 0]].forEach(([x, y]) => put(x, y))).cells.length; // 2
 */
export function hexagons(
  x: Range,
  y: Range,
  each: (put: (x: number, y: number) => void) => void,
): { wide: number; high: number; cells: Hexagon[] } {
  const wide = (x.maximum - x.minimum) / ACROSS || 1;
  const step = (y.maximum - y.minimum) / UP || 1;
  // In units of a cell's width across, and of its height up: a regular hexagon is √3 to 2.
  const stretch = (2 / Math.sqrt(3)) * ROW;
  const cells = new Map<number, Hexagon>();
  const row = (at: number) => Math.abs(at % 2) / 2;
  each((valueX, valueY) => {
    const [across, up] = [(valueX - x.minimum) / wide, (valueY - y.minimum) / step];
    const nearestOn = (line: number) => {
      const place = Math.round(across - row(line));
      return { line, place, away: (across - row(line) - place) ** 2 + ((up - line) * stretch) ** 2 };
    };
    const [below, above] = [nearestOn(Math.floor(up)), nearestOn(Math.floor(up) + 1)];
    const { line, place } = above.away < below.away ? above : below;
    const key = (line + 1) * (ACROSS + 4) + place + 1;
    const cell = cells.get(key) ?? {
      x: x.minimum + (place + row(line)) * wide,
      y: y.minimum + line * step,
      respondents: 0,
    };
    cell.respondents++;
    cells.set(key, cell);
  });
  return { wide, high: step / ROW, cells: [...cells.values()] };
}
