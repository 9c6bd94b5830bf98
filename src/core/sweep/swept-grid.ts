import type { GridCell } from '../view/grid-cell.js';
import { endsOf } from './say-ends.js';
import type { Direction, SweptLine, SweptMeasure } from './types.js';

const HEADINGS = [
  'variable',
  'by',
  'n',
  'test',
  'statistic',
  'p',
  'adjusted p',
  'strength',
  'value',
  'lower',
  'upper',
  'gamma',
  'gamma lower',
  'gamma upper',
  'direction of',
  'highest in',
  'highest',
  'lowest in',
  'lowest',
  'in all',
  'note',
];

const ofMeasure = (measure: SweptMeasure | null): GridCell[] =>
  measure ? [measure.value, measure.lower, measure.upper] : [null, null, null];

function ofDirection(direction: Direction | null): GridCell[] {
  const ends = direction && endsOf(direction);
  if (!direction || !ends) return [null, null, null, null, null, null];
  const { high, low } = ends;
  return [direction.of, high.label, high.value, low.label, low.value, direction.all];
}

/** A sweep as lines for a file, figures at full precision. */
export function sweptGrid(title: string, lines: readonly SweptLine[]): GridCell[][] {
  const body = lines.map((line): GridCell[] => [
    line.title,
    line.byTitle,
    line.n,
    line.test?.name ?? null,
    line.test?.text ?? null,
    line.test?.p ?? null,
    line.adjustedP,
    line.strength?.symbol ?? null,
    ...ofMeasure(line.strength),
    ...ofMeasure(line.gamma),
    ...ofDirection(line.direction),
    line.note,
  ]);
  return [[title], HEADINGS, ...body];
}
