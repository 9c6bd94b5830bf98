import {
  type CountAsked,
  columnsOfJob,
  type GroupingRef,
  planOf,
  takesNumberAcross,
  type ConditionRef,
} from '../../count/asked.js';
import { axisOf } from '../../count/axis.js';
import type { CellSums } from '../../count/count-cells.js';
import { isTallied } from '../../count/number-tally.js';
import { MOST_TOGETHER } from '../../count/count-plainly.js';
import { checkCost, type CountPlan, toldOf } from '../../count/plan.js';
import { conditionsIn } from '../../count/clause.js';
import type { CountArray, FilterTally } from '../../count/types.js';
import { isEven, type WeightSpan } from '../../count/weights.js';
import { Fault } from '../../fault.js';
import { all, any, compare, flag, holds, is, not, number, part, times } from '../build.js';
import { type LinkedColumn, numberIn, optionPart, shellOf } from '../column.js';
import type { Condition, Scalar } from '../expression.js';
import { type Answer, type Asking, newValues, type Query, sumsOf } from '../query.js';
import { SET_STATE } from '../../count/set-state.js';
import {
  axisOfLinked,
  cellsOfLinked,
  hasNumber,
  type LinkedAxis,
  type LinkedNumbers,
  numbersOfLinked,
  questionSlots,
} from './axis.js';
import { cellsOfAxes, groupsOfAxes, isSeveral, type LinkedWho } from './block.js';
import { mentionOf, placesColumn } from './mentioned.js';
import { type Piece, together } from './piece.js';
import { sourcesUnder } from './sources-under.js';
import { verdictOf } from './verdict.js';

type Columns = (id: number) => LinkedColumn;

/** What is told of everybody: how many there are, and whom the filter and the weight leave out. */
interface Everybody {
  total: number;
  filtered: FilterTally[];
  withoutWeight: number;
}

/** Whom tables count, and the span of their weights; where all have the same they are counted without it. */
interface LinkedCounted extends LinkedWho {
  span: WeightSpan | null;
}

/** Weights that spread less than this, against their square, differ by rounding at most. */
const EVEN = 1e-13;

/** The span of weights as far as it matters: one and the same for all, or not. */
function* spanOf(weight: Scalar, where: Condition | null): Asking<WeightSpan> {
  const { respondents, sums } = yield* sumsOf([weight, times([weight, weight])], where);
  const [sum, squares] = sums as [number, number];
  if (respondents === 0) return { least: Infinity, most: 0 };
  const mean = sum / respondents;
  return squares - sum * mean > EVEN * squares ? { least: 0, most: mean } : { least: mean, most: mean };
}

/** Counts everybody, and looks whether coded columns have values that are not in the codebook. */
function* countEverybody(
  asked: CountAsked,
  columns: Columns,
  weight: Scalar | null,
): Asking<Everybody & LinkedCounted> {
  const verdicts = asked.only.map((clause) => verdictOf(clause, columns));
  const inside = (clauses: number) => verdicts.slice(0, clauses).map((verdict) => verdict.inside);
  const tallied = verdicts.flatMap((verdict, k) => [
    flag(all([...inside(k), verdict.outside])),
    flag(all([...inside(k), not(verdict.inside), not(verdict.outside)])),
  ]);
  const isWeighted = weight ? [compare(weight, '>', number(0))] : [];
  const without = flag(all([...inside(verdicts.length), not(all(isWeighted))]));
  const sources = sourcesUnder(columnsOfJob(asked), columns);
  const unknown = sources.map((id) => flag(compare(part(id, 'place'), '<', { is: 'whole', value: 0 })));
  const { respondents, sums } = yield* sumsOf([...tallied, ...(weight ? [without] : []), ...unknown]);
  const firstUnknown = tallied.length + (weight ? 1 : 0);
  const changed = sources.find((_, k) => sums[firstUnknown + k]! > 0);
  if (changed !== undefined) throw newValues(titleOf(asked, changed));
  const kept = [...inside(verdicts.length), ...isWeighted];
  const where = kept.length === 0 ? null : all(kept);
  const span = weight && (yield* spanOf(weight, where));
  return {
    total: respondents,
    filtered: verdicts.map((_, k) => ({ outside: sums[2 * k]!, unknown: sums[2 * k + 1]! })),
    withoutWeight: weight ? sums[tallied.length]! : 0,
    where,
    weight: span && !isEven(span) ? weight : null,
    span,
  };
}

/** What a column is called where it is asked for; a source of a working that is asked for has no name here. */
function titleOf({ rows, nests, within, weight, only }: CountAsked, id: number): string {
  const refs = [...rows, ...nests.flat(), ...(within ? [within] : []), ...(weight ? [weight] : [])];
  const conditions = only.flatMap((clause) => conditionsIn<ConditionRef>(clause));
  return [...refs, ...conditions].find(({ column }) => column === id)?.title ?? 'A variable that a working stands on';
}

const plainCells = ({ respondents, weights }: CellSums): Pick<CountArray, 'respondents' | 'weights'> => ({
  respondents: Array.from(respondents),
  weights: weights && { sums: Array.from(weights.sums), squares: Array.from(weights.squares) },
});

/** Who mentions each two options of a question, by groups. */
function pairsOf(
  id: number,
  options: number,
  across: readonly LinkedAxis[],
  who: LinkedWho,
): Piece<CountArray['together']> {
  const groups = cellsOfLinked(across);
  if (across.some(isSeveral) || groups * options ** 2 > MOST_TOGETHER) return { queries: [], read: () => null };
  if (options === 0) return { queries: [], read: () => ({ sums: [], squares: who.weight ? [] : null }) };
  const pairs = Array.from({ length: options }, (_, a) =>
    Array.from({ length: a + 1 }, (__, b) => [a, b] as const),
  ).flat();
  const option = (k: number) => part(id, optionPart(k));
  const members = pairs.map(([a, b]) => (a === b ? option(a) : flag(all([holds(option(a)), holds(option(b))]))));
  const { queries, read } = cellsOfAxes([...across, { is: 'several', slots: members }], who);
  const spread = (values: ArrayLike<number>) => {
    const sums = new Array<number>(groups * options ** 2).fill(0);
    for (let group = 0; group < groups; group++)
      pairs.forEach(([a, b], k) => {
        const value = values[group * pairs.length + k]!;
        sums[(group * options + a) * options + b] = sums[(group * options + b) * options + a] = value;
      });
    return sums;
  };
  return {
    queries,
    read: (answers) => {
      const { respondents, weights } = read(answers);
      if (!weights) return { sums: spread(respondents), squares: null };
      return { sums: spread(weights.sums), squares: spread(weights.squares) };
    },
  };
}

type Row = CountAsked['rows'][number];
type Block = Pick<CountArray, 'respondents' | 'weights' | 'together' | 'ranks' | 'nets'>;

/** Options that are counted together too, by groups: who mentions several of them once. */
function netsOf(id: number, column: LinkedColumn, nets: Row['nets'], across: readonly LinkedAxis[], who: LinkedWho) {
  const options = column.kind === 'sets' ? column.options : [];
  const slots = nets.map((codes) => {
    const places = codes.flatMap((code) => (options.includes(code) ? [options.indexOf(code)] : []));
    const mentioned = places.map((place) => holds(part(id, optionPart(place))));
    return flag(all([is(part(id, 'state'), SET_STATE.mentioned), any(mentioned)]));
  });
  return cellsOfAxes([{ is: 'several', slots }, ...across], who);
}

/** A question from slots by the order of mention. */
function slotsOf(row: Row, columns: Columns, across: readonly LinkedAxis[], who: LinkedWho): Piece<Block> {
  const column = columns(row.column);
  const options = column.kind === 'sets' ? column.options : [];
  const slots = row.slots!.columns.flatMap((id) => {
    const slot = columns(id);
    return slot.kind === 'coded' ? [{ id, codes: slot.codes }] : [];
  });
  const made = placesColumn({ id: row.column, options, slots });
  const of = options.map((_, k) => mentionOf(k, slots.length));
  if (row.slots!.as === 'first') {
    const first = questionSlots(
      part(row.column, 'state'),
      of.map((mention) => mention.first),
    );
    const { queries, read } = cellsOfAxes([{ is: 'several', slots: first }, ...across], who, made);
    return { queries, read: (answers) => ({ ...plainCells(read(answers)), together: null }) };
  }
  if (across.some(isSeveral))
    throw new Fault(
      'unsupported',
      'Respondents can be in several of these groups, and the average place is of groups that do not overlap.',
      'Put another variable across.',
      { field: 'by' },
    );
  const any_ = questionOf(row, columns, across, who);
  const ranks = of.map(({ rank }) => (who.weight ? times([rank, who.weight]) : rank));
  const height = questionSlots(part(row.column, 'state'), ranks).length;
  // Each sum of places is a figure of its group, where a cell has the respondents.
  const summed = cellsOfAxes([...across, { is: 'several', slots: ranks }], { ...who, weight: null }, made);
  const width = cellsOfLinked(across);
  const at = any_.queries.length;
  return {
    queries: [...any_.queries, ...summed.queries],
    read: (answers) => {
      const { respondents } = summed.read(answers.slice(at));
      const places = new Array<number>(height * width).fill(0);
      for (let group = 0; group < width; group++)
        ranks.forEach((_, k) => (places[(k + 1) * width + group] = respondents[group * ranks.length + k]!));
      return { ...any_.read(answers.slice(0, at)), ranks: places };
    },
  };
}

/** A question, or codes: its cells, the pairs of its options and its nets. */
function questionOf(row: Row, columns: Columns, across: readonly LinkedAxis[], who: LinkedWho): Piece<Block> {
  const column = columns(row.column);
  const cells = cellsOfAxes([axisOfLinked(row.column, column), ...across], who);
  if (column.kind !== 'sets')
    return { queries: cells.queries, read: (answers) => ({ ...plainCells(cells.read(answers)), together: null }) };
  const pairs = pairsOf(row.column, column.options.length, across, who);
  const nets = row.nets.length > 0 ? netsOf(row.column, column, row.nets, across, who) : null;
  const [first, second] = [cells.queries.length, cells.queries.length + pairs.queries.length];
  return {
    queries: [...cells.queries, ...pairs.queries, ...(nets?.queries ?? [])],
    read: (answers) => ({
      ...plainCells(cells.read(answers.slice(0, first))),
      together: pairs.read(answers.slice(first, second)),
      nets: nets ? plainCells(nets.read(answers.slice(second))) : undefined,
    }),
  };
}

/** A tally of numbers, with the numbers that somebody has. */
interface LinkedTally {
  distinct: Float64Array;
  tally: CellSums;
}

/** How many in each cell of what stands across have each number. */
function tallyOf(title: string, numbers: LinkedNumbers, { across, plan }: Asked, who: LinkedWho): Piece<LinkedTally> {
  const hasOne = hasNumber(numbers);
  const where: Condition = who.where ? all([who.where, hasOne]) : hasOne;
  const { queries, read } = groupsOfAxes(across, { ...who, where }, [numbers.value]);
  const cells = cellsOfLinked(across);
  const columns = [...plan.nests[0]!, ...(plan.within ? [plan.within] : [])];
  const isFewEnough = (distinct: Float64Array) => isTallied({ distinct }, columns);
  return {
    queries,
    read: (answers) => {
      const groups = read(answers).filter(({ figures }) => figures[0]! > 0);
      const distinct = Float64Array.from(new Set(groups.map(({ further }) => Number(further[0]) + 0))).sort();
      const places = new Map([...distinct].map((value, k) => [value, k]));
      if (!isFewEnough(distinct))
        throw new Fault(
          'too-large',
          `${title} has ${distinct.length.toLocaleString('en')} different numbers, in ${cells} groups.`,
          'Band or round it in a view of the linked table, or choose fewer groups.',
          { variable: title },
        );
      const size = distinct.length * cells;
      const respondents = new Float64Array(size);
      const weights = who.weight && { sums: new Float64Array(size), squares: new Float64Array(size) };
      for (const { cell, figures, further } of groups) {
        const entry = cell * distinct.length + places.get(Number(further[0]) + 0)!;
        respondents[entry] = figures[0]!;
        if (!weights) continue;
        weights.sums[entry] = figures[1]!;
        weights.squares[entry] = figures[2]!;
      }
      return { distinct, tally: { respondents, weights } };
    },
  };
}

/** What a block is counted of: its plan over nobody, and its axes. */
interface Asked {
  row: Row;
  plan: CountPlan;
  across: readonly LinkedAxis[];
}

function blockOf(
  { row, plan, across }: Asked,
  columns: Columns,
  who: LinkedCounted,
  everybody: Everybody,
): Piece<CountArray> {
  const axes = [plan.rows[0]!.column, ...plan.nests[0]!, ...(plan.within ? [plan.within] : [])].map(axisOf);
  const plain = { ...everybody };
  if (row.described) {
    const numbers = numbersOfLinked(row.column, columns(row.column), row.described.missing);
    const cells = cellsOfAxes([numbers.answered, ...across], who);
    const tally = tallyOf(row.title, numbers, { row, plan, across }, who);
    const at = cells.queries.length;
    return {
      queries: [...cells.queries, ...tally.queries],
      read: (answers) => {
        const block: CountArray = { axes, ...plain, ...plainCells(cells.read(answers.slice(0, at))), together: null };
        const { distinct, tally: told } = tally.read(answers.slice(at));
        const rows = [{ ...plan.rows[0]!, numbers: { ...plan.rows[0]!.numbers!, distinct } }];
        return toldOf({ blocks: [block], tallies: [told], span: who.span }, { ...plan, rows }, () => plan)[0]!;
      },
    };
  }
  const block = row.slots ? slotsOf(row, columns, across, who) : questionOf(row, columns, across, who);
  const shown =
    row.slots?.as === 'first' ? axes.map((axis, k) => (k === 0 ? { ...axis, kind: 'single' as const } : axis)) : axes;
  return {
    queries: block.queries,
    read: (answers) => {
      const counts = { axes: shown, ...plain, ...block.read(answers) };
      return toldOf({ blocks: [counts], tallies: [null], span: who.span }, plan, () => plan)[0]!;
    },
  };
}

/** Statements about the same respondents count the same number of them, unless the table changed in between. */
function checkSteady(queries: readonly Query[], answers: readonly Answer[], where: Condition | null): void {
  const totals = queries.flatMap((query, k) =>
    query.where === where ? [answers[k]!.reduce((sum, { respondents }) => sum + respondents, 0)] : [],
  );
  if (new Set(totals).size <= 1) return;
  throw new Fault('conflict', 'The linked table changed while it was counted.', 'Ask for the table again.');
}

/**
 * Counts what is asked of a linked study: the same count arrays as `countPlan` makes of columns that are here.
 * @throws Fault where something cannot be counted so, before the engine is asked
 */
export function* countLinked(asked: CountAsked, columns: Columns): Asking<CountArray[]> {
  const shell = (id: number) => shellOf(columns(id));
  const nobody = { distinct: new Float64Array(), place: new Int32Array(), standing: new Uint8Array() };
  const plan = planOf(asked, { column: shell, places: () => nobody }, { from: 0, to: 0 });
  checkCost(plan);
  const weight = asked.weight && numberIn(asked.weight.column, columns(asked.weight.column), asked.weight.missing);
  const { where, weight: counted, span, ...everybody } = yield* countEverybody(asked, columns, weight);
  const who = { where, weight: counted, span };
  const isNumberAcross = takesNumberAcross(asked);
  const axisIn = (ref: GroupingRef): LinkedAxis => {
    const column = columns(ref.column);
    if (column.kind === 'number' && isNumberAcross) return numbersOfLinked(ref.column, column, ref.missing).answered;
    return axisOfLinked(ref.column, column);
  };
  const blocks = asked.rows.flatMap((row, r) =>
    asked.nests.map((nest, n) => {
      const across = [...nest, ...(asked.within ? [asked.within] : [])].map(axisIn);
      const own = { ...plan, rows: [plan.rows[r]!], nests: [plan.nests[n]!] };
      return blockOf({ row, plan: own, across }, columns, who, everybody);
    }),
  );
  const pieces = together(blocks);
  const answers = yield pieces.queries;
  checkSteady(pieces.queries, answers, where);
  return pieces.read(answers);
}
