import type { CellSums } from '../../count/count-cells.js';
import { Fault } from '../../fault.js';
import { flag, holds, all, times } from '../build.js';
import type { LinkedColumn } from '../column.js';
import type { Condition, Scalar } from '../expression.js';
import { cellsOfLinked, type LinkedAxis } from './axis.js';
import { type Group, type Piece, sumsBy } from './piece.js';

/** Whom a table counts: those inside the filter who have a weight above 0, where there is one. */
export interface LinkedWho {
  where: Condition | null;
  weight: Scalar | null;
}

/** More figures than these of one table are too many statements. */
const MOST_FIGURES = 40_000;

/** All combinations of positions on axes where respondents stand at several. */
function combinationsOf(axes: readonly Extract<LinkedAxis, { is: 'several' }>[]): number[][] {
  const combinations = axes.reduce<number[][]>(
    (before, { slots }) => before.flatMap((positions) => slots.map((_, slot) => [...positions, slot])),
    [[]],
  );
  if (combinations.length <= MOST_FIGURES) return combinations;
  throw new Fault(
    'too-large',
    `These questions together would ask the database for ${combinations.length.toLocaleString('en')} figures.`,
    'Put fewer multiple-response questions into one table.',
  );
}

/** Figures of a cell, with a weight its sum and the sum of its squares, too. */
const figuresOf = (member: Scalar | null, weight: Scalar | null): Scalar[] => {
  if (!weight) return member ? [member] : [];
  const weighed = member
    ? [times([member, weight]), times([member, weight, weight])]
    : [weight, times([weight, weight])];
  return member ? [member, ...weighed] : weighed;
};

const isOne = (axis: LinkedAxis): axis is Extract<LinkedAxis, { is: 'one' }> => axis.is === 'one';
export const isSeveral = (axis: LinkedAxis): axis is Extract<LinkedAxis, { is: 'several' }> => axis.is === 'several';

/** The member of a combination: 1 for who stands at all its positions. */
function memberOf(axes: readonly Extract<LinkedAxis, { is: 'several' }>[], positions: readonly number[]): Scalar {
  const flags = positions.map((slot, k) => axes[k]!.slots[slot]!);
  return flags.length === 1 ? flags[0]! : flag(all(flags.map(holds)));
}

/**
 * The cells of some axes, row-major, as a count array has them.
 * @param further what groups are told apart by beside the axes, and into how many places its values sort respondents
 */
export function cellsOfAxes(
  axes: readonly LinkedAxis[],
  { where, weight }: LinkedWho,
  made?: LinkedColumn,
): Piece<CellSums> {
  const grouped = groupsOfAxes(axes, { where, weight }, [], made);
  const size = cellsOfLinked(axes);
  return {
    queries: grouped.queries,
    read: (answers) => {
      const respondents = new Float64Array(size);
      const weights = weight && { sums: new Float64Array(size), squares: new Float64Array(size) };
      for (const { cell, figures } of grouped.read(answers)) {
        respondents[cell] = figures[0]!;
        if (!weights) continue;
        weights.sums[cell] = figures[1]!;
        weights.squares[cell] = figures[2]!;
      }
      return { respondents, weights };
    },
  };
}

interface CellFigures {
  cell: number;
  /** Respondents; with a weight its sum, and that of its squares. */
  figures: readonly number[];
  /** Of what groups are told apart by beside the axes. */
  further: readonly (number | string | null)[];
}

/** The cells in which somebody is, in groups that further scalars tell apart. */
export function groupsOfAxes(
  axes: readonly LinkedAxis[],
  { where, weight }: LinkedWho,
  further: readonly Scalar[],
  made?: LinkedColumn,
): Piece<CellFigures[]> {
  const one = axes.filter(isOne);
  const several = axes.filter(isSeveral);
  const combinations = combinationsOf(several);
  const each = several.length > 0 ? (weight ? 3 : 1) : weight ? 2 : 0;
  const sums = combinations.flatMap((positions) =>
    figuresOf(positions.length === 0 ? null : memberOf(several, positions), weight),
  );
  const { queries, read } = sumsBy([...one.map(({ place }) => place), ...further], sums, where, made);
  const steps = axes.map((_, a) => cellsOfLinked(axes.slice(a + 1)));
  const stepsOf = (chosen: readonly LinkedAxis[]) => chosen.map((axis) => steps[axes.indexOf(axis)]!);
  const [oneSteps, severalSteps] = [stepsOf(one), stepsOf(several)];
  const placeIn = (positions: readonly number[], of: readonly number[]) =>
    positions.reduce((sum, position, k) => sum + position * of[k]!, 0);
  const cellsIn = (group: Group): CellFigures[] => {
    const base = placeIn(group.by.slice(0, one.length).map(Number), oneSteps);
    const own = group.by.slice(one.length);
    return combinations.map((positions, c) => {
      const figures = group.sums.slice(c * each, (c + 1) * each);
      const cell = base + placeIn(positions, severalSteps);
      return { cell, further: own, figures: several.length > 0 ? figures : [group.respondents, ...figures] };
    });
  };
  return { queries, read: (answers) => read(answers).flatMap(cellsIn) };
}
