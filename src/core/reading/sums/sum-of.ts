import { assess } from '../../assess.js';
import {
  type AssessRequest,
  type Assessment,
  type MeasureId,
  OTHER_MEASURES,
  OTHER_TESTS,
  type StrataRequest,
  type TableRequest,
  type TestId,
} from '../../assess/types.js';
import { mentionsOf } from '../../assess/assess-multiple.js';
import { pool, strataOf } from '../../assess/assess-strata.js';
import { type Crosstab, isTwoByTwo, reduceTable, squareTable, transpose } from '../../crosstab.js';
import { groupsInRows } from '../../infer/mean-scores.js';
import type { StrataForm } from '../../infer/stratified.js';
import {
  contingencySum,
  cramersVCorrectedSum,
  cramersVSum,
  likelihoodRatioSum,
  pearsonSum,
  phiSum,
  tschuprowSum,
  yatesSum,
} from './chi-square-sums.js';
import { fisherLargeSum, pearsonExactSum, stuartMaxwellSum } from './exact-sums.js';
import {
  bowkerSum,
  fisherSum,
  kappaSum,
  mcnemarSum,
  oddsRatioSum,
  riskDifferenceSum,
  riskRatioSum,
  yuleQSum,
  yuleYSum,
} from './four-sums.js';
import {
  cochranArmitageSum,
  etaSum,
  gammaSum,
  linearTrendSum,
  meanScoresSum,
  pearsonRSum,
  somersDSum,
  spearmanSum,
  tauBSum,
  tauCSum,
} from './order-sums.js';
import { cochranQSum, goodnessOfFitSum, krippendorffAlphaSum } from './other-sums.js';
import { breslowDaySum, commonOddsRatioSum, mantelHaenszelSum } from './strata-sums.js';
import { equalMentionSum, raoScottSum } from './survey-sums.js';
import { goodmanKruskalTauSum, lambdaSum, uncertaintySum } from './prediction-sums.js';
import type { Sum } from './types.js';

interface Subject {
  table: Crosstab;
  square: Crosstab | null;
  /** Groups in the rows. */
  grouped: Crosstab;
  /** Groups in the rows, the ordered variable in the columns. */
  ordered: Crosstab;
  /** The tests that are known; exact ones are not worked out again. */
  tests: Assessment['tests'];
}

type Show = (subject: Subject) => Sum | null;
const onSquare =
  (show: (square: Crosstab) => Sum | null): Show =>
  ({ square }) =>
    square && show(square);

const SUMS: Partial<Record<TestId | MeasureId, Show>> = {
  pearson: ({ table }) => pearsonSum(table),
  'likelihood-ratio': ({ table }) => likelihoodRatioSum(table),
  yates: ({ table }) => yatesSum(table),
  fisher: ({ table, tests }) =>
    isTwoByTwo(table) ? fisherSum(table) : tests.fisher ? fisherLargeSum(table, tests.fisher) : null,
  'pearson-exact': ({ table, tests }) =>
    tests['pearson-exact'] ? pearsonExactSum(table, tests['pearson-exact']) : null,
  'linear-trend': ({ table }) => linearTrendSum(table),
  'kruskal-wallis': ({ ordered }) => meanScoresSum(ordered),
  'cochran-armitage': ({ table }) => cochranArmitageSum(table),
  'rao-scott': ({ table, tests }) => (tests['rao-scott'] ? raoScottSum(table, tests['rao-scott']) : null),
  mcnemar: onSquare(mcnemarSum),
  bowker: onSquare(bowkerSum),
  'stuart-maxwell': onSquare(stuartMaxwellSum),
  phi: ({ table }) => phiSum(table),
  contingency: ({ table }) => contingencySum(table),
  'cramers-v': ({ table }) => cramersVSum(table),
  'cramers-v-corrected': ({ table }) => cramersVCorrectedSum(table),
  'tschuprow-t': ({ table }) => tschuprowSum(table),
  'lambda:columns': ({ table }) => lambdaSum(table, 'columns'),
  'lambda:rows': ({ table }) => lambdaSum(table, 'rows'),
  'lambda:symmetric': ({ table }) => lambdaSum(table, 'symmetric'),
  'goodman-kruskal-tau:columns': ({ table }) => goodmanKruskalTauSum(table, 'columns'),
  'goodman-kruskal-tau:rows': ({ table }) => goodmanKruskalTauSum(table, 'rows'),
  'uncertainty:columns': ({ table }) => uncertaintySum(table, 'columns'),
  'uncertainty:rows': ({ table }) => uncertaintySum(table, 'rows'),
  'uncertainty:symmetric': ({ table }) => uncertaintySum(table, 'symmetric'),
  gamma: ({ table }) => gammaSum(table),
  'kendall-tau-b': ({ table }) => tauBSum(table),
  'stuart-tau-c': ({ table }) => tauCSum(table),
  'somers-d:columns': ({ table }) => somersDSum(table, 'columns'),
  'somers-d:rows': ({ table }) => somersDSum(table, 'rows'),
  'somers-d:symmetric': ({ table }) => somersDSum(table, 'symmetric'),
  'pearson-r': ({ table }) => pearsonRSum(table),
  spearman: ({ table }) => spearmanSum(table),
  'eta:columns': ({ table }) => etaSum(table, 'columns'),
  'eta:rows': ({ table }) => etaSum(table, 'rows'),
  'odds-ratio': ({ table }) => oddsRatioSum(table),
  'risk-ratio': ({ grouped }) => riskRatioSum(grouped),
  'risk-difference': ({ grouped }) => riskDifferenceSum(grouped),
  'yule-q': ({ table }) => yuleQSum(table),
  'yule-y': ({ table }) => yuleYSum(table),
  kappa: onSquare((square) => kappaSum(square, 0)),
  'weighted-kappa:linear': onSquare((square) => kappaSum(square, 1)),
  'weighted-kappa:quadratic': onSquare((square) => kappaSum(square, 2)),
};

/** Statistics of a table of counts whose sum can be shown. */
export const WITH_SUM = Object.keys(SUMS) as (TestId | MeasureId)[];
/** The same of anything else that can be assessed. */
export const OTHER_SUMS = [...OTHER_TESTS, ...OTHER_MEASURES];
const ALL: ReadonlySet<string> = new Set([
  ...WITH_SUM,
  ...OTHER_SUMS,
  'mantel-haenszel:row-mean-scores',
  'mantel-haenszel:correlation',
]);

/** Whether a statistic has a sum to show. */
export function hasSum(id: string): boolean {
  return ALL.has(id);
}

function sumOfTable(id: string, request: TableRequest, tests: Assessment['tests']): Sum | null {
  const show = SUMS[id as TestId | MeasureId];
  if (!show) return null;
  const { table } = reduceTable(request.counts, request);
  const grouped = request.groups === 'columns' ? transpose(table) : table;
  const ordered = groupsInRows(table, request);
  return show({ table, square: squareTable(request.counts, request), grouped, ordered, tests });
}

function sumOfStrata(
  id: string,
  request: StrataRequest,
  tests: Assessment['tests'],
  names: readonly string[],
): Sum | null {
  const pooled = pool(request);
  const { tables, scores } = strataOf(request, pooled);
  const [test, form = 'general'] = id.split(':') as [string, StrataForm?];
  const general = tests['mantel-haenszel'];
  const found = form === 'general' ? general : general?.variants?.[form];
  if (test === 'mantel-haenszel') return found ? mantelHaenszelSum(tables, scores, form, found, names) : null;
  if (test === 'breslow-day') return tests['breslow-day'] ? breslowDaySum(tables, tests['breslow-day']) : null;
  if (test === 'common-odds-ratio') return commonOddsRatioSum(tables);
  // What is not of the strata is of all of them together.
  return sumOfTable(id, { ...request, counts: pooled }, tests);
}

/** The tests of a request, where they were not handed over. */
const known = (request: AssessRequest, tests: Assessment['tests'] | undefined) =>
  tests ?? assess({ ...request, exact: { method: 'none' } }).tests;

/**
 * Shows how a statistic comes about, by hand. The statistic must have a value on this request.
 * @param tests those that are known already; an exact test of a larger table is told from its result
 * @param names of the strata, where there are any
 * @returns null for one that is no sum of a few lines here
 */
export function sumOf(
  id: string,
  request: AssessRequest,
  tests?: Assessment['tests'],
  names: readonly string[] = [],
): Sum | null {
  if ('strata' in request) return sumOfStrata(id, request, known(request, tests), names);
  if ('oneWay' in request) {
    const test = known(request, tests)['goodness-of-fit'];
    return id === 'goodness-of-fit' && test ? goodnessOfFitSum(request, test) : null;
  }
  if ('related' in request) {
    const test = known(request, tests)['cochran-q'];
    return id === 'cochran-q' && test ? cochranQSum(request, test) : null;
  }
  if ('codings' in request) return id === 'krippendorff-alpha' ? krippendorffAlphaSum(request) : null;
  if ('multiple' in request) return id === 'equal-mention' ? equalMentionSum(mentionsOf(request.multiple)) : null;
  return sumOfTable(id, request, tests ?? (request.weights ? known(request, tests) : {}));
}
