import { anovaTest } from '../infer/anova.js';
import { designFTest } from '../infer/design-f.js';
import { leveneTest } from '../infer/levene.js';
import { mannWhitneyTest } from '../infer/mann-whitney.js';
import { studentTTest } from '../infer/student-t.js';
import { welchAnovaTest } from '../infer/welch-anova.js';
import { welchTTest } from '../infer/welch-t.js';
import { epsilonSquaredMeasure, etaSquaredMeasure, omegaSquaredMeasure } from '../measure/explained.js';
import { hedgesGMeasure } from '../measure/hedges-g.js';
import { meanDifferenceMeasure } from '../measure/mean-difference.js';
import { rankBiserialMeasure } from '../measure/rank-biserial.js';
import { bowkerTest } from '../infer/bowker.js';
import { breslowDayTest } from '../infer/breslow-day.js';
import { cochranArmitageTest } from '../infer/cochran-armitage.js';
import { cochranQTest } from '../infer/cochran-q.js';
import { designTrendTest } from '../infer/design-trend.js';
import { equalMentionTest } from '../infer/equal-mention.js';
import { fisherTest } from '../infer/fisher-exact.js';
import { goodnessOfFitTest } from '../infer/goodness-of-fit.js';
import { kruskalWallisTest } from '../infer/kruskal-wallis.js';
import { likelihoodRatioTest } from '../infer/likelihood-ratio.js';
import { linearTrendTest } from '../infer/linear-trend.js';
import { mantelHaenszelTest } from '../infer/mantel-haenszel.js';
import { mcnemarTest } from '../infer/mcnemar.js';
import { pearsonExactTest } from '../infer/pearson-exact.js';
import { pearsonTest } from '../infer/pearson.js';
import { raoScottTest } from '../infer/rao-scott.js';
import { stuartMaxwellTest } from '../infer/stuart-maxwell.js';
import { yatesTest } from '../infer/yates.js';
import { commonOddsRatioMeasure } from '../measure/common-odds-ratio.js';
import { contingencyMeasure } from '../measure/contingency.js';
import { cramersVCorrectedMeasure } from '../measure/cramers-v-corrected.js';
import { cramersVMeasure } from '../measure/cramers-v.js';
import { etaMeasures } from '../measure/eta.js';
import { gammaMeasure } from '../measure/gamma.js';
import { goodmanKruskalTauMeasures } from '../measure/goodman-kruskal-tau.js';
import { kappaMeasures } from '../measure/kappa.js';
import { kendallTauBMeasure } from '../measure/kendall-tau-b.js';
import { krippendorffAlphaMeasure } from '../measure/krippendorff-alpha.js';
import { lambdaMeasures } from '../measure/lambda.js';
import { oddsRatioMeasure } from '../measure/odds-ratio.js';
import { pearsonRMeasure } from '../measure/pearson-r.js';
import { phiMeasure } from '../measure/phi.js';
import { riskDifferenceMeasure } from '../measure/risk-difference.js';
import { riskRatioMeasure } from '../measure/risk-ratio.js';
import { somersDMeasures } from '../measure/somers-d.js';
import { spearmanMeasure } from '../measure/spearman.js';
import { stuartTauCMeasure } from '../measure/stuart-tau-c.js';
import { tschuprowTMeasure } from '../measure/tschuprow-t.js';
import { uncertaintyMeasures } from '../measure/uncertainty.js';
import { yuleQMeasure } from '../measure/yule-q.js';
import { yuleYMeasure } from '../measure/yule-y.js';
import type { Measure, Test } from './statistic.js';

/** Tests of one table of counts, in the order in which answers give them. */
export const TABLE_TESTS = [
  pearsonTest,
  likelihoodRatioTest,
  yatesTest,
  fisherTest,
  pearsonExactTest,
  linearTrendTest,
  kruskalWallisTest,
  cochranArmitageTest,
  raoScottTest,
  designTrendTest,
  mcnemarTest,
  bowkerTest,
  stuartMaxwellTest,
] as const;

/** Tests of numbers in groups; on ranks `kruskal-wallis` as well, whose record is of a table. */
export const NUMBER_TESTS = [
  welchAnovaTest,
  anovaTest,
  welchTTest,
  studentTTest,
  mannWhitneyTest,
  leveneTest,
  designFTest,
] as const;

/** Every test: over strata, of one-way counts, of related answers and of multiple response as well. */
export const TESTS = [
  ...TABLE_TESTS,
  mantelHaenszelTest,
  breslowDayTest,
  goodnessOfFitTest,
  cochranQTest,
  equalMentionTest,
  ...NUMBER_TESTS,
] as const;

/** Measures of one table of counts, in the order in which answers give them; after a colon, what is predicted. */
export const TABLE_MEASURES = [
  phiMeasure,
  contingencyMeasure,
  cramersVMeasure,
  cramersVCorrectedMeasure,
  tschuprowTMeasure,
  ...lambdaMeasures,
  ...goodmanKruskalTauMeasures,
  ...uncertaintyMeasures,
  gammaMeasure,
  kendallTauBMeasure,
  stuartTauCMeasure,
  ...somersDMeasures,
  pearsonRMeasure,
  spearmanMeasure,
  ...etaMeasures,
  oddsRatioMeasure,
  riskRatioMeasure,
  riskDifferenceMeasure,
  yuleQMeasure,
  yuleYMeasure,
  ...kappaMeasures,
] as const;

/** Measures of numbers in groups. */
export const NUMBER_MEASURES = [
  etaSquaredMeasure,
  omegaSquaredMeasure,
  epsilonSquaredMeasure,
  meanDifferenceMeasure,
  hedgesGMeasure,
  rankBiserialMeasure,
] as const;

/** Every measure: over strata, of codings and of numbers in groups as well. */
export const MEASURES = [
  ...TABLE_MEASURES,
  commonOddsRatioMeasure,
  krippendorffAlphaMeasure,
  ...NUMBER_MEASURES,
] as const;

export type TestId = (typeof TESTS)[number]['id'];
export type MeasureId = (typeof MEASURES)[number]['id'];

const ids = <Id extends string>(records: readonly { id: Id }[]): Id[] => records.map(({ id }) => id);
export const TABLE_TEST_IDS = ids(TABLE_TESTS);
export const TABLE_MEASURE_IDS = ids(TABLE_MEASURES);
export const TEST_IDS = ids(TESTS);
export const MEASURE_IDS = ids(MEASURES);

/** The same list for callers that go over all records; each record must get the subject that its `of` names. */
export const EVERY_TEST: readonly Test[] = TESTS.map((record) => record as Test);
export const EVERY_MEASURE: readonly Measure[] = MEASURES.map((record) => record as Measure);

const testById = new Map(EVERY_TEST.map((record) => [record.id, record]));
const measureById = new Map(EVERY_MEASURE.map((record) => [record.id, record]));

/** The record of a test, or of a measure, by an id that may be another's. */
export const findTest = (id: string): Test | null => testById.get(id) ?? null;
export const findMeasure = (id: string): Measure | null => measureById.get(id) ?? null;

/** The record of a test, and of a measure. */
export const testOf = (id: TestId): Test => testById.get(id)!;
export const measureOf = (id: MeasureId): Measure => measureById.get(id)!;
