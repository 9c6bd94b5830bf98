import type { Level } from '../codebook/types.js';

/** More codes than these are names rather than categories. */
const MOST_CODES = 60;

interface Sweepable {
  id: number;
  level: Level;
  codes: readonly unknown[];
  aside: boolean;
  /** Its categories can be counted. */
  countable: boolean;
}

const canSweep = ({ level, codes, aside, countable }: Sweepable): boolean =>
  !aside && (level === 'number' || (countable && level !== 'text' && codes.length <= MOST_CODES));

/**
 * The variables that a sweep is of where none were chosen, by their ids: all but those across, those set aside, text,
 * lists of names, and what cannot be counted.
 * @example
 * const age = { id: 3, level: 'number', codes: [], aside: false, countable: false };
 * sweptVariables([age, { ...age, id: 4, level: 'text' }, { ...age, id: 5 }], [[5]]); // [3]
 */
export function sweptVariables(variables: readonly Sweepable[], by: readonly (readonly number[])[]): number[] {
  const across = new Set(by.flat());
  return variables.filter((variable) => canSweep(variable) && !across.has(variable.id)).map(({ id }) => id);
}
