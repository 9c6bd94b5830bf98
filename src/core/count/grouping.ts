import type { Countable } from './axis.js';

/** A column that sorts respondents into groups, and which of its positions are answers. */
export interface Grouping {
  column: Countable;
  answers: readonly boolean[];
}

/** The groups of each stratum of a nest: the whole first, then each cell of the nest. */
export interface Groups {
  /** Of each cell of the nest, whether it is in the base. */
  base: readonly boolean[];
  /** Groups of one stratum. */
  width: number;
  strata: number;
  /** For each cell of the nest, and of what splits it once more, the groups that it is in. */
  lists: readonly (readonly number[])[];
}

/** Cells of a nest, row-major, of which each respondent of its base is in one. */
function baseOf(nest: readonly Grouping[]): boolean[] {
  return nest.reduce<boolean[]>(
    (base, { answers }) => base.flatMap((isAbove) => answers.map((isAnswer) => isAbove && isAnswer)),
    [true],
  );
}

/**
 * Which groups a respondent in a cell is in: of each stratum the whole is its first group, cells stand behind it. With
 * "within" the first stratum is of all whose place in it is an answer.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1), codes: ['a'] };
 * groupsOf([{ column: site, answers: [false, true] }], null).lists; // [[1], [2, 0]]
 */
export function groupsOf(nest: readonly Grouping[], within: Grouping | null): Groups {
  const base = baseOf(nest);
  const width = base.length + 1;
  const depth = within ? within.answers.length : 1;
  const each = (cell: number, put: (group: number) => void) => {
    const [at, slot] = [Math.floor(cell / depth), cell % depth];
    const strata = within ? [...(within.answers[slot] === true ? [0] : []), slot + 1] : [0];
    for (const stratum of strata) {
      put(stratum * width + 1 + at);
      if (base[at] === true) put(stratum * width);
    }
  };
  const strata = within ? depth + 1 : 1;
  const lists = Array.from({ length: base.length * depth }, (_, cell) => {
    const list: number[] = [];
    each(cell, (group) => list.push(group));
    return list;
  });
  return { base, width, strata, lists };
}
