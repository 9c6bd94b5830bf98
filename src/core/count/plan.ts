import { Fault } from '../fault.js';
import type { CodedColumn } from './column.js';
import { axisOf, type Countable, type Counted, countReady, readied, type Ready } from './count.js';
import { countJoint } from './count-joint.js';
import { jointsOf, MOST_ROW_CODES } from './joint.js';
import { nestColumns } from './nest.js';
import { netColumn } from './net-column.js';
import type { NumberColumn } from './number-column.js';
import { numberGroups } from './number-groups.js';
import { firstMention, rankSums } from './places.js';
import type { CountArray, CountAxis, NumberCounts } from './types.js';

/** A row item: its column, and of a question from slots which mention is counted; or numbers, to be described. */
interface CountedItem {
  column: Countable;
  slots: { as: 'first' | 'rank'; columns: readonly CodedColumn[] } | null;
  /** Of a question: options that are counted together too, who mentions several of them once. */
  nets?: readonly (readonly string[])[] | undefined;
  numbers?: NumberColumn | undefined;
}

/** All that is counted for one table or for many: each row item by each nest, of the same respondents. */
export interface CountPlan extends Counted {
  rows: readonly CountedItem[];
  /** The columns of each nest, the outermost first; an empty nest for a frequency table. */
  nests: readonly (readonly Countable[])[];
  /** Splits each block once more. */
  within: Countable | null;
  /** Of a column that stands across, or splits: which positions of its axis are answers. It matters to numbers. */
  answersOf?: ((column: Countable) => readonly boolean[]) | undefined;
}

/** More cells than this, over all blocks, are more than a browser holds. */
const MOST_PLANNED = 20_000_000;

const cellsOf = (columns: readonly Countable[]) =>
  columns.reduce((product, column) => product * axisOf(column).slots.length, 1);

/** What stands behind the rows of a block: a nest, and what splits it once more. */
const behind = (nest: readonly Countable[], within: Countable | null) => (within ? [...nest, within] : nest);

/**
 * What a plan costs, before it is counted: its blocks, their cells, and the respondents gone through for each.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const plan = { rows: [{ column: site, slots: null }], nests: [[]], within: null, respondents: 4 };
 * costOf(plan); // { blocks: 1, cells: 3, respondents: 4 }
 */
export function costOf({ rows, nests, within, respondents }: CountPlan) {
  const widths = nests.map((nest) => cellsOf(behind(nest, within)));
  const cells = rows.reduce((sum, { column }) => {
    const height = axisOf(column).slots.length;
    return widths.reduce((all, width) => all + height * width, sum);
  }, 0);
  return { blocks: rows.length * nests.length, cells, respondents };
}

/** A nest made ready: what is counted, and the axes that the counts are over. */
interface ReadyNest {
  columns: readonly Countable[];
  /** Each column by itself. */
  grouped: readonly Countable[];
  axes: readonly CountAxis[];
}

const isCoded = (column: Countable): column is CodedColumn => column.kind === 'coded';

function readyNest(nest: readonly Countable[], respondents: number): ReadyNest {
  const axes = nest.map(axisOf);
  const combined = nest.length > 1 && nest.every(isCoded) ? nestColumns(nest, respondents) : null;
  return { columns: combined ? [combined] : nest, grouped: nest, axes };
}

/** The average place of mention is shown only for groups that do not overlap. */
function groupsOf({ columns }: ReadyNest): CodedColumn | undefined {
  const [by, ...others] = columns;
  if (others.length > 0 || by?.kind === 'sets')
    throw new Fault(
      'unsupported',
      'Respondents can be in several of these groups, and the average place is of groups that do not overlap.',
      'Put another variable across.',
      { field: 'by' },
    );
  return by;
}

/** Who mentions at least one option of each net. */
function countNets(nets: CountedItem['nets'], rows: Countable, further: readonly Countable[], ready: Ready) {
  if (!nets || nets.length === 0 || rows.kind !== 'sets') return undefined;
  const { respondents, weights } = countReady([netColumn(rows, nets), ...further], ready);
  const width = further.reduce((product, column) => product * axisOf(column).slots.length, 1);
  // Blanks stand before the nets, how respondents stand to the question behind them.
  const ofNets = (values: readonly number[]) => values.slice(width, (1 + nets.length) * width);
  return {
    respondents: ofNets(respondents),
    weights: weights && { sums: ofNets(weights.sums), squares: ofNets(weights.squares) },
  };
}

/** Counts of a question of which each respondent has one option at most: its options do not overlap. */
function withoutOverlap(counts: CountArray): CountArray {
  const [rows, ...groups] = counts.axes;
  return { ...counts, axes: rows ? [{ ...rows, kind: 'single' }, ...groups] : groups, together: null };
}

function countBlock(
  { column, slots, nets }: CountedItem,
  nest: ReadyNest,
  within: Countable | null,
  ready: Ready,
): CountArray {
  const counted = (rows: Countable): CountArray => {
    const further = behind(nest.columns, within);
    const counts = countReady([rows, ...further], ready);
    const axes = [axisOf(rows), ...nest.axes, ...(within ? [axisOf(within)] : [])];
    // Of first mentions each respondent has one, and nets are their sums.
    return { ...counts, axes, nets: slots?.as === 'first' ? undefined : countNets(nets, rows, further, ready) };
  };
  if (!slots) return counted(column);
  if (column.kind !== 'sets') throw new Error('slots are those of a question');
  if (slots.as === 'first') return withoutOverlap(counted(firstMention(column, slots.columns)));
  const { mask, weight } = ready;
  const ranks = rankSums({
    question: column,
    slots: slots.columns,
    by: groupsOf(nest),
    mask,
    weight: weight?.values ?? null,
  });
  return { ...counted(column), ranks };
}

const everyAnswer = (column: Countable): boolean[] =>
  axisOf(column).slots.map(({ is }) => is === (column.kind === 'sets' ? 'mentioned' : 'code'));

/** The numbers of an item described in the groups of a nest. */
function described(
  column: NumberColumn,
  nest: ReadyNest,
  { within, answersOf = everyAnswer }: CountPlan,
  { respondents, mask, weight }: Ready,
): NumberCounts[] {
  const grouping = (group: Countable) => ({ column: group, answers: answersOf(group) });
  return numberGroups({
    numbers: column,
    nest: nest.grouped.map(grouping),
    within: within && grouping(within),
    respondents,
    mask: weight?.mask ?? mask,
    // One and the same weight for all is none.
    weight: weight?.even === null ? weight.values : null,
  });
}

/** Counts without a weight, of which the cells are known. */
const ofCells = (cells: number[], axes: CountAxis[], { respondents, filtered }: Ready): CountArray => ({
  axes,
  respondents: cells,
  total: respondents,
  filtered,
  withoutWeight: 0,
  together: null,
  weights: null,
});

/**
 * Coded row items by coded nests, where nobody counts as more or less than one: of each row item and nest its cells,
 * by the places of both.
 */
function jointly({ rows, nests, within, respondents, weight }: CountPlan, { mask }: Ready): Map<string, number[]> {
  const counted = new Map<string, number[]>();
  const items = rows.flatMap(({ column, slots }, at) =>
    isCoded(column) && !slots && column.codes.length <= MOST_ROW_CODES ? [{ at, column }] : [],
  );
  // Sums of weights would come out in another order, and differ in their last digit.
  if (weight !== null || items.length * nests.length < 2) return counted;
  const columns = nests.map((nest) => behind(nest, within));
  const places = columns.flatMap((nest, k) => (nest.length > 0 && nest.every(isCoded) ? [k] : []));
  const joints = jointsOf(
    places.map((k) => columns[k]!.filter(isCoded)),
    respondents,
  );
  for (const joint of joints)
    countJoint(
      items.map(({ column }) => column),
      joint,
      mask,
    ).forEach((ofNests, k) =>
      ofNests.forEach((cells, n) => counted.set(`${items[k]!.at} ${places[joint.nests[n]!.nest]}`, cells)),
    );
  return counted;
}

/**
 * Counts all blocks of a plan, row items by nests. Each nest is combined once, whatever the number of row items; and
 * several row items are counted in one pass by all nests that have few combinations together.
 * @throws Fault where it would be too large, before anything is counted
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const plan = { rows: [{ column: site, slots: null }], nests: [[]], within: null };
 * countPlan({ ...plan, respondents: 4, mask: null, filtered: [], weight: null })[0].respondents; // [1, 2, 1]
 */
export function countPlan(plan: CountPlan): CountArray[] {
  const { rows, nests, within, respondents } = plan;
  const { cells, blocks } = costOf(plan);
  if (blocks > 1 && cells > MOST_PLANNED) {
    throw new Fault(
      'too-large',
      `These ${blocks} tables would have ${cells.toLocaleString('en')} cells together.`,
      'Ask for fewer at once, or merge categories first.',
    );
  }
  const ready = readied(plan);
  const together = jointly(plan, ready);
  const axes = nests.map((nest) => behind(nest, within).map(axisOf));
  const nestsReady: ReadyNest[] = [];
  const nestAt = (k: number) => (nestsReady[k] ??= readyNest(nests[k]!, respondents));
  return rows.flatMap((item, at) => {
    const { column, numbers } = item;
    const counted = nests.map((_, k): CountArray => {
      const cells = together.get(`${at} ${k}`);
      return cells ? ofCells(cells, [axisOf(column), ...axes[k]!], ready) : countBlock(item, nestAt(k), within, ready);
    });
    return numbers
      ? counted.map((counts, k) => ({ ...counts, numbers: described(numbers, nestAt(k), plan, ready) }))
      : counted;
  });
}
