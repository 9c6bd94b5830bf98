import { byId } from '../by-id.js';
import { titleOf, type Variable } from '../codebook/types.js';
import type { CountArray, CountAxis } from '../count/types.js';
import { STANDINGS } from '../count/set-state.js';
import { everyoneOn, type Positions, positions, positionsOfNest, positionsOfNumber, slotAt } from './positions.js';
import { sayOutside } from './say-sentence.js';
import { type Block, COUNTED } from './sentence.js';
import { isAnswered } from './net-table.js';
import type {
  LeftOut,
  NetTotals,
  SilentLine,
  SilentTotals,
  StudyTable,
  Table,
  TableNumbers,
  Together,
  Totals,
} from './table.js';

/** A variable that a sentence names. */
export function named(variables: readonly Variable[], id: number): Variable {
  const variable = byId(variables, id);
  if (!variable) throw new Error(`variable ${id} is not among those of the table`);
  return variable;
}

/** A column of a table that has none: the one that all are in. */
const ALONE = [0];

/** The positions of a table in its count array, and how these are added up. */
interface Placed {
  rows: Positions;
  /** Null for a frequency table. */
  columns: Positions | null;
  /** Cells of one row in the count array. */
  width: number;
  /** Positions of the columns that together hold every respondent once, in the base or not. */
  everyColumn: readonly number[];
}

const sizeOf = (axes: readonly CountAxis[]) => axes.reduce((size, { slots }) => size * slots.length, 1);

/** Adds up values of a count array over rows and columns; a place below 0 holds nobody. */
function adderOf(values: readonly number[], width: number) {
  return (rows: readonly number[], columns: readonly number[]): number => {
    let sum = 0;
    // Plain loops: of a large table these are most of its cost.
    for (let a = 0; a < rows.length; a++) {
      const i = rows[a]!;
      if (i < 0) continue;
      for (let b = 0; b < columns.length; b++) {
        const j = columns[b]!;
        if (j >= 0) sum += values[i * width + j] ?? 0;
      }
    }
    return sum;
  };
}

function place({ row, nest }: Block, counts: CountArray, variables: readonly Variable[]): Placed {
  const [rowAxis, ...further] = counts.axes;
  if (!rowAxis) throw new Error('a table needs an axis');
  const nestAxes = further.slice(0, nest.length);
  const width = sizeOf(nestAxes);
  const add = adderOf(counts.respondents, width);
  const everyColumn = nestAxes.reduce<number[]>(
    (places, axis) => places.flatMap((a) => everyoneOn(axis).map((b) => a * axis.slots.length + b)),
    ALONE,
  );
  const counted = row.counted ?? COUNTED;
  const variable = named(variables, row.variable);
  const rows = counts.numbers
    ? positionsOfNumber(rowAxis, variable)
    : positions(rowAxis, variable, (i) => add([i], everyColumn) > 0, counted);
  const columns = positionsOfNest(
    nestAxes,
    nest.map((id) => named(variables, id)),
    (places) => add(rows.base, places) > 0,
  );
  return { rows, columns, width, everyColumn };
}

/** The cells of a row that begins at a place; what is below 0, or not named, holds nobody. */
function lineOf(values: readonly number[], begin: number, columns: readonly number[], count: number): number[] {
  const cells = new Array<number>(count).fill(0);
  for (let k = 0; k < columns.length; k++) {
    const j = columns[k]!;
    if (j >= 0) cells[k] = values[begin + j] ?? 0;
  }
  return cells;
}

function totalsOf(values: readonly number[], { rows, columns, width }: Placed): Totals {
  const add = adderOf(values, width);
  const columnOf = columns?.of ?? ALONE;
  const columnBase = columns?.base ?? ALONE;
  const options = rows.axis.categories.flatMap(({ kind }, i) => (kind === 'option' ? [rows.of[i]!] : []));
  return {
    cells: rows.of.map((i) => lineOf(values, i * width, i < 0 ? [] : columnOf, columnOf.length)),
    rowTotals: rows.of.map((i) => add([i], columnBase)),
    columnBases: columnOf.map((j) => add(rows.base, [j])),
    base: add(rows.base, columnBase),
    mentions: rows.axis.multiple
      ? { columns: columnOf.map((j) => add(options, [j])), total: add(options, columnBase) }
      : null,
  };
}

/** Options mentioned together, in each column; null where it was not counted, or columns overlap. */
function togetherOf({ axes, together }: CountArray, { rows, columns }: Placed): Together[] | null {
  if (!together || columns?.axis.multiple) return null;
  const counted = axes[0]?.slots.filter(({ is }) => is === 'code').length ?? 0;
  const options = rows.axis.categories.flatMap(({ kind }, i) => (kind === 'option' ? [rows.of[i]!] : []));
  // Options stand from position 1 on; the array counts them from 0.
  const pairs = (values: readonly number[], group: number) =>
    options.map((a) =>
      options.map((b) =>
        group < 0 || a < 0 || b < 0 ? 0 : (values[(group * counted + a - 1) * counted + b - 1] ?? 0),
      ),
    );
  return (columns?.of ?? ALONE).map((j) => ({
    sums: pairs(together.sums, j),
    squares: pairs(together.squares ?? together.sums, j),
  }));
}

/** At which place on average options are mentioned. */
function placesOf({ ranks, weights, respondents }: CountArray, { rows, columns, width }: Placed): Table['places'] {
  if (!ranks) return undefined;
  const [places, mentions] = [adderOf(ranks, width), adderOf(weights?.sums ?? respondents, width)];
  const mean = (i: number, over: readonly number[]) => places([i], over) / mentions([i], over);
  return {
    cells: rows.of.map((i) => (columns?.of ?? ALONE).map((j) => mean(i, [j]))),
    all: rows.of.map((i) => mean(i, columns?.base ?? ALONE)),
  };
}

/** The numbers of all, and of each column. */
function numbersOf({ numbers }: CountArray, { columns }: Placed): TableNumbers | undefined {
  const [described] = numbers ?? [];
  if (!described) return undefined;
  const { all, ties, groups } = described;
  return { all, ties, columns: (columns?.of ?? ALONE).map((j) => groups[j] ?? null) };
}

/**
 * How many are in each net. Where each respondent is in one row a net is the sum of its own; where options overlap who
 * mentions several was counted once.
 */
function netsOfTable({ row: { nets } }: Block, counts: CountArray, placed: Placed): Table['nets'] {
  if (!nets || counts.numbers) return undefined;
  const { rows, columns, width } = placed;
  const { categories, multiple } = rows.axis;
  const places = nets.map(({ codes }, k) =>
    multiple
      ? [k]
      : categories.flatMap(({ code, kind }, i) => (isAnswered(kind) && codes.includes(code) ? [rows.of[i]!] : [])),
  );
  const totals = (values: readonly number[]): NetTotals => {
    const add = adderOf(values, width);
    return {
      cells: places.map((own) => (columns?.of ?? ALONE).map((j) => add(own, [j]))),
      rowTotals: places.map((own) => add(own, columns?.base ?? ALONE)),
    };
  };
  const counted = multiple ? counts.nets : counts;
  if (!counted) return undefined;
  const { respondents, weights } = counted;
  return {
    of: nets,
    respondents: totals(respondents),
    weighted: weights && { sums: totals(weights.sums), squares: totals(weights.squares) },
  };
}

/** Who gave no answer on the rows, kind by kind; one that nobody is of is told where it is off the scale alone. */
function silentOf({ respondents, weights }: CountArray, placed: Placed, isWeighted: boolean): SilentLine[] {
  const { rows, columns, width, everyColumn } = placed;
  const totals = (values: readonly number[], places: readonly number[]): SilentTotals => {
    const add = adderOf(values, width);
    return {
      cells: (columns?.of ?? ALONE).map((j) => add(places, [j])),
      total: add(places, columns?.base ?? ALONE),
    };
  };
  const counted = adderOf(respondents, width);
  return rows.out
    .filter(({ positions: places, why }) => why === 'off-scale' || counted(places, everyColumn) > 0)
    .map(({ positions: places, why, reason }) => ({
      label: reason,
      why,
      respondents: totals(respondents, places),
      weighted: weights && isWeighted ? totals(weights.sums, places) : null,
    }));
}

/** Who is left out, first by the clauses and the weight, then by the rows, then by what stands across. */
function leftOutOf(block: Block, counts: CountArray, placed: Placed, variables: readonly Variable[]): LeftOut[] {
  const { rows, columns, width, everyColumn } = placed;
  const add = adderOf(counts.respondents, width);
  const byClause = block.only.flatMap((clause, k): LeftOut[] => {
    const { of, reason } = sayOutside(clause, variables);
    const tally = counts.filtered[k] ?? { outside: 0, unknown: 0 };
    return [
      { why: 'outside', variable: of, reason, respondents: tally.outside, back: { is: 'clause', at: k } },
      { why: 'unknown', variable: of, reason: 'no answer', respondents: tally.unknown },
    ];
  });
  const byWeight = (weight: number): LeftOut => ({
    why: 'unweighted',
    variable: titleOf(named(variables, weight)),
    reason: 'without a weight above 0',
    respondents: counts.withoutWeight,
  });
  const told: LeftOut[] = [
    ...byClause,
    ...(block.weight === null ? [] : [byWeight(block.weight)]),
    ...rows.out.map(({ positions: out, ...why }) => ({ ...why, respondents: add(out, everyColumn) })),
    ...(columns?.out ?? []).map(({ positions: out, back, ...why }) => ({
      ...why,
      ...(back?.is === 'answer' ? { back } : {}),
      respondents: add(rows.base, out),
    })),
  ];
  return told.filter(({ respondents }) => respondents > 0);
}

/** How respondents stand to a multiple-response question in the rows, those who are not in the base too. */
function standingsOf({ row }: Block, { axes, respondents }: CountArray, placed: Placed): Table['standings'] {
  const [axis] = axes;
  if (!axis || !placed.rows.axis.multiple) return undefined;
  const add = adderOf(respondents, placed.width);
  const counted = row.counted ?? COUNTED;
  return (['mentioned', ...STANDINGS] as const).map((is) => ({
    is,
    respondents: add([slotAt(axis, is)], placed.everyColumn),
    counted: is === 'mentioned' || counted.includes(is),
  }));
}

/** Turns the counts of a block into a table: bases, totals, and who was left out and why. */
export function tabulate(block: Block, counts: CountArray, variables: readonly Variable[]): StudyTable {
  const placed = place(block, counts, variables);
  const { weights } = counts;
  return {
    rows: placed.rows.axis,
    columns: placed.columns?.axis ?? null,
    ...totalsOf(counts.respondents, placed),
    weighted:
      weights && block.weight !== null
        ? {
            by: titleOf(named(variables, block.weight)),
            sums: totalsOf(weights.sums, placed),
            squares: totalsOf(weights.squares, placed),
          }
        : null,
    places: placesOf(counts, placed),
    numbers: numbersOf(counts, placed),
    silent: silentOf(counts, placed, block.weight !== null),
    nets: netsOfTable(block, counts, placed),
    standings: standingsOf(block, counts, placed),
    together: togetherOf(counts, placed),
    total: counts.total,
    leftOut: leftOutOf(block, counts, placed, variables),
  };
}
