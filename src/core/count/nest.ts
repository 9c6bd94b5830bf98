import type { CodedColumn } from './column.js';

/** More combinations than these do not fit two bytes a respondent. */
const MOST_COMBINED = 65_536;

type Values = CodedColumn['values'];

function append(values: Values, inner: Values, width: number): void {
  for (let k = 0; k < values.length; k++) values[k] = values[k]! * width + inner[k]!;
}

/** Two columns at once: the respondents are gone through half as often. */
function appendTwo(values: Values, inner: Values, width: number, next: Values, depth: number): void {
  for (let k = 0; k < values.length; k++) values[k] = (values[k]! * width + inner[k]!) * depth + next[k]!;
}

/**
 * Several coded columns as one, whose values are the cells of the first by the second and so on, row-major: the value
 * of a respondent who is at a of the first and at b of the second is a times the size of the second, plus b. Counts
 * over it lie in memory as counts over the columns themselves do, so each nest of a table is gone through once.
 * @returns null where there are too many combinations; the columns are counted as they are then
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 0), codes: ['a', 'b'] };
 * const season = { kind: 'coded', values: Uint8Array.of(1, 0, 1), codes: ['x'] };
 * nestColumns([site, season], 3).values; // [3, 4, 1]
 */
export function nestColumns(columns: readonly CodedColumn[], respondents: number): CodedColumn | null {
  const [first, ...others] = columns;
  if (!first) return null;
  if (others.length === 0) return first;
  const size = columns.reduce((product, { codes }) => product * (codes.length + 1), 1);
  if (size > MOST_COMBINED) return null;
  const values = size <= 256 ? new Uint8Array(respondents) : new Uint16Array(respondents);
  values.set(first.values);
  for (let at = 0; at < others.length; at += 2) {
    const [inner, next] = [others[at]!, others[at + 1]];
    const width = inner.codes.length + 1;
    if (next) appendTwo(values, inner.values, width, next.values, next.codes.length + 1);
    else append(values, inner.values, width);
  }
  // The codes of the cells are their places; nobody reads them but by the axes of the columns themselves.
  return { kind: 'coded', values, codes: Array.from({ length: size - 1 }, (_, cell) => String(cell + 1)) };
}
