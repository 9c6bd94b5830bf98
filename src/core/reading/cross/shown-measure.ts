import { levelOf } from '../../level.js';
import { fourIntervals } from '../../measure/four-intervals.js';
import { etaAt } from '../../measure/eta.js';
import { unbiased } from '../../measure/cramers-v-corrected.js';
import type { FormOfTable } from '../../measure/of-phi-squared.js';
import { oneSidedPhiSquared } from '../../measure/phi-squared-interval.js';
import { phiSquared } from '../../measure/phi-squared.js';
import { type MeasureId, measureOf } from '../../statistic/registry.js';
import type { Measure } from '../../statistic/statistic.js';
import { generalTest, type Lead, leadTest, type Tested } from './context.js';

/** A measure as it is shown: its value and interval, which never contradict each other or the test beside them. */
export interface ShownMeasure {
  value: number;
  lower: number | null;
  upper: number | null;
  /** The value before its bias was taken out, where that is told beside it. */
  uncorrected: number | null;
  /** Why there is no interval, or what it inverts where that is not as usual. */
  note: string | null;
}

/** Whether a measure reads the order of both variables. */
const isOfOrder = ({ levels }: Measure) => levels === 'ordered';
/** Whether it tells how far groups stand apart on the one variable that is ordered. */
const isOfGroups = ({ levels }: Measure) => levels === 'ordered-rows' || levels === 'ordered-columns';

/** The test of independence that stands beside a measure. */
function testBeside(record: Measure, read: Tested): Lead {
  const { tests } = read.result;
  if (read.twoByTwo) return generalTest(read);
  if (isOfOrder(record) && read.rowsOrdered && read.columnsOrdered) return leadTest(read);
  const groups = tests['kruskal-wallis'];
  if (isOfGroups(record) && groups) return { id: 'kruskal-wallis', test: groups };
  return generalTest(read);
}

const plain = (value: number, note: string | null): ShownMeasure => ({
  value,
  lower: null,
  upper: null,
  uncorrected: null,
  note,
});

/** The measure with its bias taken out: V by Bergsma, the others by the same X²/N; null where there is none. */
function correctedOf(id: MeasureId, { result, crosstab }: Tested, to: (square: number) => number): number | null {
  if (id === 'cramers-v') return result.measures['cramers-v-corrected']?.value ?? null;
  const measure = unbiased(crosstab);
  return measure && to(measure.square);
}

/** Phi, V, T and C: one inversion, corrected for bias where it shows. */
function ofSquare(id: MeasureId, form: FormOfTable, read: Tested): ShownMeasure | null {
  const { result, crosstab, confidence } = read;
  const measure = result.measures[id];
  if (!measure) return null;
  const { rows, columns } = result.base;
  const { to } = form(rows, columns);
  if (read.twoByTwo) {
    const phi = shownMeasure('phi', read);
    if (!phi || phi.lower === null || phi.upper === null) return plain(measure.value, phi?.note ?? null);
    const [lowest, other] = [Math.abs(phi.lower), Math.abs(phi.upper)];
    const least = phi.lower <= 0 && phi.upper >= 0 ? 0 : Math.min(lowest, other);
    return { ...phi, value: measure.value, lower: to(least ** 2), upper: to(Math.max(lowest, other) ** 2) };
  }
  const rejects = generalTest(read).test.p < levelOf(confidence);
  const better = correctedOf(id, read, to);
  const differs = better !== null && better.toFixed(2) !== measure.value.toFixed(2);
  const { lower, upper } = measure;
  const [value, uncorrected] = differs ? [better, measure.value] : [measure.value, null];
  if (lower === undefined || upper === undefined) return { ...plain(value, measure.noInterval ?? null), uncorrected };
  if (upper === 0) return { ...plain(value, TOO_CLOSE), uncorrected };
  const low = rejects ? Math.max(lower, to(oneSidedPhiSquared(crosstab, confidence))) : lower;
  const ends = { lower: lower > 0 ? lower : low, upper: Math.min(upper, to(mostSquare(rows, columns))) };
  const contradicts = ends.lower > 0 !== rejects || value < ends.lower || value > ends.upper;
  if (!contradicts) return { value, uncorrected, ...ends, note: null };
  return { ...plain(value, NO_AGREEMENT), uncorrected };
}

/** The largest X²/N of a table of these dimensions. */
const mostSquare = (rows: number, columns: number) => Math.min(rows, columns) - 1;

const TOO_CLOSE =
  'The counts are closer to independence than chance would nearly ever bring them, so no strength fits.';
const NO_AGREEMENT =
  'No interval is given: the one that large samples would have contradicts the test or the estimate beside it.';

/** On a 2 x 2 whose usual interval contradicts the test: the interval that inverts the test. */
function invertedFour(id: MeasureId, read: Tested): Pick<ShownMeasure, 'lower' | 'upper'> | null {
  const intervals = fourIntervals(read.crosstab, read.confidence);
  if (!intervals) return null;
  const odds = intervals.oddsRatio;
  const to = measureOf(id).ofOddsRatio;
  if (!to || !Number.isFinite(odds.lower) || !Number.isFinite(odds.upper)) return null;
  return { lower: to(odds.lower), upper: to(odds.upper) };
}

/**
 * A measure as a reader sees it. The interval of V, T, C and phi comes from one inversion of the noncentral chi-square;
 * its lower end leaves 0 just where the test rejects. Where the estimate corrected for bias differs in the two decimals
 * shown, it stands in the place of the plain one, which is told. Any other interval that contradicts the test beside it
 * is replaced by one that inverts that test, or left out with the reason. docs/decisions/0012 tells the convention.
 */
export function shownMeasure(id: MeasureId, read: Tested): ShownMeasure | null {
  const measure = read.result.measures[id];
  if (!measure) return null;
  const record = measureOf(id);
  const form = record.ofPhiSquared;
  if (form && !(id === 'phi' && read.twoByTwo)) return ofSquare(id, form, read);
  const { value, lower, upper, noInterval } = measure;
  if (lower === undefined || upper === undefined) return plain(value, noInterval ?? null);
  if (isOfGroups(record) && upper < value) return plain(value, TOO_CLOSE);
  const shown: ShownMeasure = { value, lower, upper, uncorrected: null, note: null };
  const none = record.atIndependence;
  if (none === null) return shown;
  const rejects = testBeside(record, read).test.p < levelOf(read.confidence);
  if (isOfGroups(record) && rejects && lower === 0) {
    const groups = read.crosstab[id === 'eta:rows' ? 'C' : 'R'].length;
    // The end that gives the whole of 1 - confidence to itself: above 0 just where F rejects.
    shown.lower = etaAt(value, groups, read.crosstab.N, read.confidence);
  }
  const excludes = (shown.lower ?? lower) > none || upper < none;
  // Where a measure can be 0 although there is an association, an interval that holds 0 contradicts nothing.
  if (excludes === rejects || (record.blind && rejects)) return shown;
  const inverted = read.twoByTwo ? invertedFour(id, read) : null;
  if (!inverted) return plain(value, NO_AGREEMENT);
  const name = generalTest(read).id === 'fisher' ? "Fisher's exact test" : 'the test beside it';
  return { ...shown, ...inverted, note: `The interval inverts ${name}.` };
}

/** X²/N as a reader sees it: w = sqrt(X²/N), the size of an association on a correlation's scale. */
export function shownW(read: Tested): ShownMeasure | null {
  const V = shownMeasure('cramers-v', read);
  if (!V) return null;
  const scale = Math.sqrt(Math.min(read.result.base.rows, read.result.base.columns) - 1);
  const to = (value: number | null) => (value === null ? null : value * scale);
  const uncorrected = Math.sqrt(phiSquared(read.crosstab).value);
  return { ...V, value: V.value * scale, lower: to(V.lower), upper: to(V.upper), uncorrected };
}
