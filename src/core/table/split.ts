import { titleOf, type Variable } from '../codebook/types.js';
import type { CountArray } from '../count/types.js';
import { arrange, type Places } from './order.js';
import { everyoneOn, positions } from './positions.js';
import type { Block } from './sentence.js';
import type { LeftOut, Table, TableAxis } from './table.js';
import { named, tabulate } from './tabulate.js';

/** The respondents of one category of the variable that a table is split by. */
export interface Stratum {
  code: string;
  label: string;
  table: Table;
}

/** A table within a third variable: one for each of its categories, and all of them together. */
export interface Split {
  /** The variable that splits, with its categories. */
  within: TableAxis;
  /** The table of everyone who has an answer on it. */
  all: Table;
  strata: Stratum[];
}

/**
 * The counts over all axes but the last of those at some positions of it.
 * @param stratum which of the numbers that were described are of these: 0 of everybody, then one for each position;
 *   -1 none
 */
function slice(counts: CountArray, chosen: readonly number[], stratum: number): CountArray {
  const depth = counts.axes.at(-1)?.slots.length ?? 1;
  const add = (values: readonly number[], block = 1) => {
    const flat = new Array<number>(values.length / depth).fill(0);
    for (let cell = 0; cell < flat.length; cell += block) {
      for (const k of chosen) {
        for (let b = 0; b < block; b++) flat[cell + b]! += values[cell * depth + k * block + b] ?? 0;
      }
    }
    return flat;
  };
  const { weights, together, nets } = counts;
  const addedWeights = (of: CountArray['weights']) => of && { sums: add(of.sums), squares: add(of.squares) };
  const options = counts.axes[0]?.slots.filter(({ is }) => is === 'code').length ?? 0;
  const pairs = (values: readonly number[]) => add(values, options * options);
  return {
    ...counts,
    axes: counts.axes.slice(0, -1),
    numbers: counts.numbers?.slice(stratum, stratum + 1),
    respondents: add(counts.respondents),
    weights: addedWeights(weights),
    nets: nets && { respondents: add(nets.respondents), weights: addedWeights(nets.weights) },
    together: together && { sums: pairs(together.sums), squares: together.squares && pairs(together.squares) },
  };
}

/**
 * Turns the counts of a block within a variable into a table for each of its categories; that variable is the last
 * axis. A stratum's own table tells who is left out of it among the respondents of the stratum; the table of all tells
 * who is left out altogether.
 */
export function split(block: Block, counts: CountArray, variables: readonly Variable[]): Split {
  const axis = counts.axes.at(-1);
  if (!axis || block.within === null) throw new Error('a table is split by a further axis');
  const variable = named(variables, block.within);
  const { axis: within, of, base, out } = positions(axis, variable, () => false);
  const counted = (chosen: readonly number[], stratum = 0) =>
    slice(
      counts,
      chosen.filter((k) => k >= 0),
      stratum,
    );
  const every = tabulate(block, counted(everyoneOn(axis)), variables);
  const lost = out.map(({ positions: outside, why, reason, back }): LeftOut => ({
    why,
    ...(back?.is === 'answer' ? { back } : {}),
    variable: titleOf(variable),
    reason,
    respondents: tabulate(block, counted(outside), variables).base,
  }));
  return {
    within,
    all: {
      ...tabulate(block, counted(base), variables),
      leftOut: [...every.leftOut, ...lost.filter(({ respondents }) => respondents > 0)],
    },
    strata: within.categories.map(({ code, label }, k) => {
      const table = tabulate(
        { ...block, only: [] },
        { ...counted([of[k]!], of[k]! < 0 ? -1 : of[k]! + 1), filtered: [], withoutWeight: 0 },
        variables,
      );
      const silent = table.leftOut.reduce((sum, { respondents }) => sum + respondents, 0);
      return { code, label, table: { ...table, total: table.base + silent } };
    }),
  };
}

/** A split table with its rows and columns in other places: every stratum in those of the whole. */
export function arrangeSplit(whole: Split, places: Places): Split {
  const strata = whole.strata.map((stratum) => ({ ...stratum, table: arrange(stratum.table, places) }));
  return { ...whole, all: arrange(whole.all, places), strata };
}
