import { Fault } from '../fault.js';
import { axisOf, cellsOf, type Countable, isCoded } from './axis.js';
import type { CodedColumn } from './column.js';
import { type Counted, countReady, readied, type Ready, whoOf } from './count.js';
import type { CellSums } from './count-cells.js';
import { countCoded } from './count-coded.js';
import type { Grouping } from './grouping.js';
import { netColumn } from './net-column.js';
import type { NumberColumn } from './number-column.js';
import { numberGroups } from './number-groups.js';
import { describeTally, isTallied, tallyNumbers } from './number-tally.js';
import { firstMention, rankSums } from './places.js';
import type { CountArray, NumberCounts } from './types.js';
import { isEven, weighedEvenly, type WeightSpan } from './weights.js';

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

const sizeOf = (columns: readonly Countable[]) => cellsOf(columns.map(axisOf));

/** What stands behind the rows of a block: a nest, and what splits it once more. */
const behind = (nest: readonly Countable[], within: Countable | null) => (within ? [...nest, within] : nest);

/** Of a question: two options at a time, four by four; with a weight their sums and squares, too. */
const LOOKS_OF_PAIR = 2.5;
const LOOKS_OF_WEIGHED_PAIR = 7;

/** About how often a respondent is looked at for one row item, in steps of the loop that counts two columns. */
function looksAt(row: Countable, nests: readonly (readonly Countable[])[], isWeighted: boolean): number {
  const columns = nests.reduce((sum, nest) => sum + 1 + nest.length, 0);
  if (row.kind === 'coded') return columns * (isWeighted ? 3 : 1);
  const blocks = Math.max(2, row.options.length / 4);
  const pairs = (blocks * (blocks - 1)) / 2;
  return columns + nests.length * pairs * (isWeighted ? LOOKS_OF_WEIGHED_PAIR : LOOKS_OF_PAIR);
}

/**
 * What a plan costs, before it is counted: its blocks, their cells, the figures that are counted for them (of a
 * question pairs of options, too), and how often a respondent is looked at for the row item that takes longest.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const plan = { rows: [{ column: site, slots: null }], nests: [[]], within: null, respondents: 4, weight: null };
 * costOf(plan); // { blocks: 1, cells: 3, figures: 3, looks: 1 }
 */
export function costOf({ rows, nests, within, weight }: CountPlan) {
  const across = nests.map((nest) => behind(nest, within));
  const width = across.reduce((sum, columns) => sum + sizeOf(columns), 0);
  const columns = rows.map(({ column }) => column);
  const cells = columns.reduce((sum, column) => sum + sizeOf([column]) * width, 0);
  const pairs = columns.reduce((sum, column) => sum + (column.kind === 'sets' ? column.options.length ** 2 : 0), 0);
  const looks = columns.map((column) => looksAt(column, across, weight !== null));
  return {
    blocks: rows.length * nests.length,
    cells,
    figures: (cells + pairs * width) * (weight ? 3 : 1),
    looks: Math.max(1, ...looks),
  };
}

/** The average place of mention is shown only for groups that do not overlap. */
function groupsOfPlaces(across: readonly Countable[]): readonly CodedColumn[] {
  if (across.every(isCoded)) return across;
  throw new Fault(
    'unsupported',
    'Respondents can be in several of these groups, and the average place is of groups that do not overlap.',
    'Put another variable across.',
    { field: 'by' },
  );
}

/** Who mentions at least one option of each net. */
function countNets(nets: CountedItem['nets'], rows: Countable, further: readonly Countable[], ready: Ready) {
  if (!nets || nets.length === 0 || rows.kind !== 'sets') return undefined;
  const { respondents, weights } = countReady([netColumn(rows, nets), ...further], ready);
  const width = sizeOf(further);
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

function countBlock({ column, slots, nets }: CountedItem, across: readonly Countable[], ready: Ready): CountArray {
  const counted = (rows: Countable): CountArray => ({
    ...countReady([rows, ...across], ready),
    // Of first mentions each respondent has one, and nets are their sums.
    nets: slots?.as === 'first' ? undefined : countNets(nets, rows, across, ready),
  });
  if (!slots) return counted(column);
  if (column.kind !== 'sets') throw new Error('slots are those of a question');
  if (slots.as === 'first') return withoutOverlap(counted(firstMention(column, slots.columns)));
  const by = groupsOfPlaces(across);
  return { ...counted(column), ranks: rankSums({ question: column, slots: slots.columns, by, ...whoOf(ready) }) };
}

/** What was counted of some respondents. Such parts are added up (`addParts`), and then told (`toldOf`). */
export interface CountedPart {
  /** Row items by nests; counted without the weight where all who have one have the same. */
  blocks: CountArray[];
  /** Null without a weight. */
  span: WeightSpan | null;
  /** Of each block how often each number occurs in its cells; null: it has none, or too many. */
  tallies: (CellSums | null)[];
}

/**
 * Looks at what a plan costs.
 * @throws Fault where its blocks would be too large together
 * @example checkCost({ rows: [], nests: [[]], within: null, respondents: 4 }) // undefined
 */
export function checkCost(plan: CountPlan): void {
  const { cells, blocks } = costOf(plan);
  if (blocks <= 1 || cells <= MOST_PLANNED) return;
  throw new Fault(
    'too-large',
    `These ${blocks} tables would have ${cells.toLocaleString('en')} cells together.`,
    'Ask for fewer at once, or merge categories first.',
  );
}

/**
 * Counts all blocks of a plan, row items by nests, of the respondents of its columns.
 * @throws Fault where a table would be too large
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const plan = { rows: [{ column: site, slots: null }], nests: [[]], within: null };
 * countPart({ ...plan, respondents: 4, mask: null, filtered: [], weight: null }).blocks[0].respondents; // [1, 2, 1]
 */
export function countPart(plan: CountPlan): CountedPart {
  const { rows, within } = plan;
  const ready = readied(plan);
  const nests = plan.nests.map((nest) => behind(nest, within));
  const coded = countCoded(
    rows.map(({ column, slots }) => (slots ? null : column)),
    nests,
    ready,
  );
  const { respondents: total, filtered, weight } = ready;
  const plain = { total, filtered, withoutWeight: weight?.without ?? 0 };
  const blocks = rows.flatMap((item, at) =>
    nests.map((across, k): CountArray => {
      const cells = coded(at, k);
      const axes = [item.column, ...across].map(axisOf);
      return cells ? { axes, ...plain, ...cells } : countBlock(item, across, ready);
    }),
  );
  const tallies = rows.flatMap(({ numbers }) =>
    nests.map((across) => (numbers && isTallied(numbers, across) ? tallyNumbers(numbers, across, whoOf(ready)) : null)),
  );
  return { blocks, tallies, span: weight && { least: weight.least, most: weight.most } };
}

const everyAnswer = (column: Countable): boolean[] =>
  axisOf(column).slots.map(({ is }) => is === (column.kind === 'sets' ? 'mentioned' : 'code'));

/** The numbers of a block, described in the groups of its nest. */
function described(
  row: number,
  nest: number,
  tally: CellSums | null,
  { rows, nests, within, answersOf = everyAnswer, ...counted }: CountPlan,
): NumberCounts[] {
  const numbers = rows[row]!.numbers!;
  const grouping = (column: Countable): Grouping => ({ column, answers: answersOf(column) });
  const groups = nests[nest]!.map(grouping);
  const split = within && grouping(within);
  if (tally) return describeTally(tally, numbers.distinct, groups, split);
  return numberGroups({ numbers, nest: groups, within: split, ...whoOf(readied(counted)) });
}

/**
 * The counts of a plan, out of what was counted of all its respondents.
 * @param plan the plan, over any of its respondents
 * @param whole the plan over all respondents: asked for where numbers are too many for tallies
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2), codes: ['a', 'b'] };
 * const plan = { rows: [{ column: site, slots: null }], nests: [[]], within: null };
 * const whole = { ...plan, respondents: 2, mask: null, filtered: [], weight: Float64Array.of(2, 2) };
 * toldOf(countPart(whole), whole, () => whole)[0].weights.sums; // [0, 2, 2]
 */
export function toldOf({ blocks, span, tallies }: CountedPart, plan: CountPlan, whole: () => CountPlan): CountArray[] {
  const { rows, nests } = plan;
  return blocks.map((counts, block) => {
    const weighed = span && isEven(span) ? weighedEvenly(counts, span) : counts;
    const [row, nest] = [Math.floor(block / nests.length), block % nests.length];
    if (!rows[row]!.numbers) return weighed;
    const tally = tallies[block] ?? null;
    return { ...weighed, numbers: described(row, nest, tally, tally ? plan : whole()) };
  });
}

/**
 * Counts all blocks of a plan in one go.
 * @throws Fault where it would be too large, before anything is counted
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const plan = { rows: [{ column: site, slots: null }], nests: [[]], within: null };
 * countPlan({ ...plan, respondents: 4, mask: null, filtered: [], weight: null })[0].respondents; // [1, 2, 1]
 */
export function countPlan(plan: CountPlan): CountArray[] {
  checkCost(plan);
  return toldOf(countPart(plan), plan, () => plan);
}
