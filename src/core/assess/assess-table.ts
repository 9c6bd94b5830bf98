import { checkTable, type Crosstab, reduceTable, squareTable, transpose } from '../crosstab.js';
import { cells } from '../infer/cells.js';
import { collapsing } from '../infer/collapsing.js';
import { columnProportions } from '../infer/column-proportions.js';
import { fisherExact, pearsonExact } from '../infer/exact/exact.js';
import { likelihoodRatio } from '../infer/likelihood-ratio.js';
import { cochranArmitage, linearTrend } from '../infer/linear-trend.js';
import { designTrend, groupsInRows, meanScores } from '../infer/mean-scores.js';
import { bowker, mcnemar, stuartMaxwell } from '../infer/paired.js';
import { pearson } from '../infer/pearson.js';
import { raoScott } from '../infer/rao-scott.js';
import type { Absent, TestResult } from '../infer/result.js';
import { yates } from '../infer/yates.js';
import { gamma, kendallTauB, somersD, stuartTauC } from '../measure/concordance.js';
import { contingency } from '../measure/contingency.js';
import { pearsonR, spearman } from '../measure/correlation.js';
import { cramersV, cramersVCorrected } from '../measure/cramers-v.js';
import { eta } from '../measure/eta.js';
import { goodmanKruskalTau } from '../measure/goodman-kruskal-tau.js';
import { type Agreement, kappa } from '../measure/kappa.js';
import { lambda } from '../measure/lambda.js';
import { oddsRatio, yuleQ, yuleY } from '../measure/odds.js';
import { phi } from '../measure/phi.js';
import type { MeasureResult } from '../measure/result.js';
import { riskDifference, riskRatio } from '../measure/risks.js';
import { tschuprowT } from '../measure/tschuprow-t.js';
import { uncertainty } from '../measure/uncertainty.js';
import { recordMeasure, recordTest } from './record.js';
import {
  type Assessment,
  type Caution,
  emptyAssessment,
  TABLE_MEASURES,
  TABLE_TESTS,
  type TableMeasure,
  type TableRequest,
  type TableTest,
} from './types.js';

/** All that a statistic of a table may look at. */
interface Subject {
  table: Crosstab;
  /** The table with the same categories both ways; null where it is not square. */
  square: Crosstab | null;
  /** The table with the groups in the rows. */
  grouped: Crosstab;
  confidence: number;
  request: TableRequest;
}

const NOT_SQUARE: Absent = { absent: 'It is for square tables, with the same categories both ways.' };
const WEIGHTED: Absent = { absent: 'With weights X² does not follow chi-square; read the Rao-Scott test.' };

const onSquare = (subject: Subject, compute: (square: Crosstab) => TestResult | Absent) =>
  subject.square ? compute(subject.square) : NOT_SQUARE;

const TESTS: Record<TableTest, (subject: Subject) => TestResult | Absent> = {
  pearson: ({ table }) => (table.survey ? WEIGHTED : pearson(table)),
  'likelihood-ratio': ({ table }) => (table.survey ? WEIGHTED : likelihoodRatio(table)),
  yates: ({ table }) => yates(table),
  fisher: ({ table, request }) => fisherExact(table, request.exact),
  'pearson-exact': ({ table, request }) => pearsonExact(table, request.exact),
  'linear-trend': ({ table }) => linearTrend(table),
  'kruskal-wallis': ({ table, request }) => meanScores(groupsInRows(table, request)),
  'cochran-armitage': ({ table }) => cochranArmitage(table),
  'rao-scott': ({ table }) => raoScott(table),
  'design-trend': ({ table }) => designTrend(table),
  mcnemar: (subject) => onSquare(subject, mcnemar),
  bowker: (subject) => onSquare(subject, bowker),
  'stuart-maxwell': (subject) => onSquare(subject, stuartMaxwell),
};

const agreement = (kind: Agreement) => (subject: Subject) =>
  subject.square ? kappa(subject.square, kind, subject.confidence) : NOT_SQUARE;

const MEASURES: Record<TableMeasure, (subject: Subject) => MeasureResult | Absent> = {
  phi: ({ table, confidence }) => phi(table, confidence),
  contingency: ({ table, confidence }) => contingency(table, confidence),
  'cramers-v': ({ table, confidence }) => cramersV(table, confidence),
  'cramers-v-corrected': ({ table, confidence }) => cramersVCorrected(table, confidence),
  'tschuprow-t': ({ table, confidence }) => tschuprowT(table, confidence),
  'lambda:columns': ({ table, confidence }) => lambda(table, 'columns', confidence),
  'lambda:rows': ({ table, confidence }) => lambda(table, 'rows', confidence),
  'lambda:symmetric': ({ table, confidence }) => lambda(table, 'symmetric', confidence),
  'goodman-kruskal-tau:columns': ({ table, confidence }) => goodmanKruskalTau(table, 'columns', confidence),
  'goodman-kruskal-tau:rows': ({ table, confidence }) => goodmanKruskalTau(table, 'rows', confidence),
  'uncertainty:columns': ({ table, confidence }) => uncertainty(table, 'columns', confidence),
  'uncertainty:rows': ({ table, confidence }) => uncertainty(table, 'rows', confidence),
  'uncertainty:symmetric': ({ table, confidence }) => uncertainty(table, 'symmetric', confidence),
  gamma: ({ table, confidence }) => gamma(table, confidence),
  'kendall-tau-b': ({ table, confidence }) => kendallTauB(table, confidence),
  'stuart-tau-c': ({ table, confidence }) => stuartTauC(table, confidence),
  'somers-d:columns': ({ table, confidence }) => somersD(table, 'columns', confidence),
  'somers-d:rows': ({ table, confidence }) => somersD(table, 'rows', confidence),
  'somers-d:symmetric': ({ table, confidence }) => somersD(table, 'symmetric', confidence),
  'pearson-r': ({ table, confidence }) => pearsonR(table, confidence),
  spearman: ({ table, confidence }) => spearman(table, confidence),
  'eta:columns': ({ table, confidence }) => eta(table, 'columns', confidence),
  'eta:rows': ({ table, confidence }) => eta(table, 'rows', confidence),
  'odds-ratio': ({ table, confidence }) => oddsRatio(table, confidence),
  'risk-ratio': ({ grouped, confidence }) => riskRatio(grouped, confidence),
  'risk-difference': ({ grouped, confidence }) => riskDifference(grouped, confidence),
  'yule-q': ({ table, confidence }) => yuleQ(table, confidence),
  'yule-y': ({ table, confidence }) => yuleY(table, confidence),
  kappa: agreement('identity'),
  'weighted-kappa:linear': agreement('linear'),
  'weighted-kappa:quadratic': agreement('quadratic'),
};

/** Expected counts under this make the chi-square approximation doubtful (Cochran 1954). */
export const SMALL_EXPECTED = 5;

function whyNothing(table: Crosstab): string | null {
  if (table.N === 0) return 'The table is empty: no respondent is in it.';
  if (table.R.length < 2) return 'Only one row has anyone in it, so there is nothing to compare.';
  if (table.C.length < 2) return 'Only one column has anyone in it, so there is nothing to compare.';
  return null;
}

function names(positions: readonly number[], one: string): string {
  const list = positions.map((position) => String(position + 1));
  return `${one}${list.length > 1 ? 's' : ''} ${list.join(', ')}`;
}

/** How many cells of the table are expected to hold fewer than five, in a plain sentence; null where none is. */
export function smallExpectedSentence(expected: readonly (readonly number[])[]): string | null {
  const all = expected.flat();
  const small = all.filter((e) => e < SMALL_EXPECTED).length;
  if (small === 0) return null;
  const share = Math.round((100 * small) / all.length);
  const least = all.reduce((x, y) => Math.min(x, y), Infinity);
  const smallest = least < 0.1 ? 'under 0.1' : least.toFixed(1);
  return `${small} of ${all.length} cells (${share}%) ${small === 1 ? 'has an' : 'have'} expected count${
    small === 1 ? '' : 's'
  } below ${SMALL_EXPECTED}; the smallest is ${smallest}.`;
}

function cautionsOf(request: TableRequest, table: Crosstab, expected: readonly (readonly number[])[]): Caution[] {
  const cautions: Caution[] = [];
  const small = table.survey ? null : smallExpectedSentence(expected);
  if (small !== null) cautions.push({ id: 'small-expected', text: small });
  if (request.weights && !table.survey) {
    cautions.push({ id: 'even-weights', text: 'Every weight is the same, so the table is taken as unweighted.' });
  }
  const loose = [
    ...(request.rowLevel === 'unordered' && table.R.length > 2 ? ['rows'] : []),
    ...(request.columnLevel === 'unordered' && table.C.length > 2 ? ['columns'] : []),
  ];
  if (loose.length > 0) {
    cautions.push({
      id: 'order-assumed',
      text:
        'Gamma and its kin, correlations and trends read the order in which categories stand; the ' +
        `${loose.join(' and ')} have none.`,
    });
  }
  return cautions;
}

/** The collapsing check, of each axis that is said to be ordered. */
function collapsingOf(request: TableRequest, table: Crosstab, dropped: Assessment['dropped'], confidence: number) {
  return (['rows', 'columns'] as const).flatMap((axis) => {
    if ((axis === 'rows' ? request.rowLevel : request.columnLevel) !== 'ordered') return [];
    const gone = dropped[axis];
    const length = (axis === 'rows' ? table.R : table.C).length;
    // A cut stands after a category; where categories were taken out, after as many as are left up to there.
    const cuts = request.cuts?.[axis]
      ?.map((cut) => cut - gone.filter((position) => position <= cut).length)
      .filter((cut, k, all) => cut >= 0 && cut < length - 1 && cut !== all[k - 1]);
    return collapsing(table, axis, confidence, cuts) ?? [];
  });
}

/**
 * Every test and measure of one table of counts, rows by columns.
 * @throws Fault naming the cell, where something in the table is not a count
 */
export function assessTable(request: TableRequest): Assessment {
  const options = { weights: request.weights, rowScores: request.rowScores, columnScores: request.columnScores };
  checkTable(request.counts, options);
  const confidence = request.confidence ?? 0.95;
  const adjustment = request.adjustment ?? 'holm';
  const { table, dropped } = reduceTable(request.counts, options);
  const { survey } = table;
  const respondents = survey?.n ?? table.N;
  const result = emptyAssessment({
    N: table.N,
    respondents,
    effective: survey?.effectiveBase ?? respondents,
    rows: table.R.length,
    columns: table.C.length,
  });
  result.dropped = dropped;
  if (dropped.rows.length + dropped.columns.length > 0) {
    const what = [
      ...(dropped.rows.length > 0 ? [names(dropped.rows, 'row')] : []),
      ...(dropped.columns.length > 0 ? [names(dropped.columns, 'column')] : []),
    ].join(' and ');
    result.cautions.push({ id: 'dropped', text: `Left out because nobody is in it: ${what}.` });
  }
  const nothing = whyNothing(table);
  if (nothing !== null) {
    result.absent = [...TABLE_TESTS, ...TABLE_MEASURES].map((id) => ({ id, reason: nothing }));
    return result;
  }
  const square = squareTable(request.counts, options);
  const grouped = request.groups === 'columns' ? transpose(table) : table;
  const subject: Subject = { table, square, grouped, confidence, request };
  for (const id of TABLE_TESTS) recordTest(result, id, TESTS[id](subject));
  for (const id of TABLE_MEASURES) recordMeasure(result, id, MEASURES[id](subject));
  result.cells = cells(table, adjustment);
  result.columnProportions = columnProportions(table, adjustment, confidence);
  result.collapsing = collapsingOf(request, table, dropped, confidence);
  const expected = result.cells.expected.flat();
  result.base.smallestExpected = expected.reduce((x, y) => Math.min(x, y), Infinity);
  result.base.smallExpected = expected.filter((e) => e < SMALL_EXPECTED).length;
  result.cautions.push(...cautionsOf(request, table, result.cells.expected));
  return result;
}
