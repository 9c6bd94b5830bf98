import { parseNumber } from '../../codebook/number.js';
import { SET_STATES } from '../../count/set-state.js';
import { flag, is, isNothing, lookup, not, oneOf, part, when, whole } from '../build.js';
import { type LinkedColumn, numberIn, optionPart } from '../column.js';
import type { Scalar } from '../expression.js';

/** Where respondents stand on an axis of a count: at one position, or at several. */
export type LinkedAxis =
  | { is: 'one'; place: Scalar; size: number }
  /** 1 for each position at which a respondent stands. */
  | { is: 'several'; slots: readonly Scalar[] };

const sizeOf = (axis: LinkedAxis): number => (axis.is === 'one' ? axis.size : axis.slots.length);

/** How many cells some axes make. */
export const cellsOfLinked = (axes: readonly LinkedAxis[]): number =>
  axes.reduce((product, axis) => product * sizeOf(axis), 1);

/** The positions of a question: blank, its options, and the other ways to stand to it. */
export function questionSlots(state: Scalar, options: readonly Scalar[]): Scalar[] {
  const [blank, ...others] = SET_STATES.map((_, k) => flag(is(state, k)));
  return [blank!, ...options, ...others];
}

/** The axis of a column, as `axisOf` has it. */
export function axisOfLinked(id: number, column: LinkedColumn): LinkedAxis {
  if (column.kind === 'sets') {
    const options = column.options.map((_, k) => part(id, optionPart(k)));
    return { is: 'several', slots: questionSlots(part(id, 'state'), options) };
  }
  if (column.kind !== 'coded') throw new Error(`${column.kind} is no axis`);
  return { is: 'one', place: part(id, 'place'), size: column.codes.length + 1 };
}

/** The numbers of a column that is described, and the axis that says who has one: as `numberColumn` has them. */
export interface LinkedNumbers {
  answered: LinkedAxis;
  /** Nothing where there is no number. */
  value: Scalar;
}

function codesAsNumbers(
  id: number,
  column: Extract<LinkedColumn, { kind: 'coded' }>,
  missing: readonly string[],
): LinkedNumbers {
  const { codes } = column;
  const place = part(id, 'place');
  const numbers = codes.map((code) => (missing.includes(code) ? null : parseNumber(code)));
  const gone = codes.filter((_, k) => numbers[k] === null);
  const folded = codes.map((code, k) => [k + 1, numbers[k] === null ? gone.indexOf(code) + 2 : 1] as const);
  return {
    answered: { is: 'one', place: lookup(place, folded, 0), size: gone.length + 2 },
    value: numberIn(id, column, missing),
  };
}

/** @param missing codes that are no answer */
export function numbersOfLinked(id: number, column: LinkedColumn, missing: readonly string[]): LinkedNumbers {
  if (column.kind === 'coded') return codesAsNumbers(id, column, missing);
  if (column.kind !== 'number') throw new Error(`${column.kind} holds no numbers`);
  const gone = missing.filter((code) => parseNumber(code) !== null);
  const value = part(id, 'value');
  const ofWord =
    column.words.length === 0
      ? whole(0)
      : lookup(
          part(id, 'word'),
          column.words.map((_, k) => [k + 1, gone.length + k + 2] as const),
          0,
        );
  const place = when(
    [[isNothing(value), ofWord], ...gone.map((code, k) => [oneOf(value, [parseNumber(code)!]), whole(k + 2)] as const)],
    whole(1),
  );
  return {
    answered: { is: 'one', place, size: gone.length + column.words.length + 2 },
    value: numberIn(id, column, missing),
  };
}

/** Whether a respondent has a number. */
export const hasNumber = ({ value }: LinkedNumbers) => not(isNothing(value));
