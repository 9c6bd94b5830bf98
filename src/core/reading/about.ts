import type { MeasureId, TestId } from '../assess/types.js';
import type { Variant } from '../infer/result.js';

/** Names of the literature, with one line for who meets them for the first time. */
export const TEST_WORDS: Record<TestId, { name: string; about: string }> = {
  pearson: {
    name: "Pearson's chi-square",
    about: 'Compares each count with what it would be if the two variables had nothing to do with each other.',
  },
  'likelihood-ratio': {
    name: 'Likelihood ratio G²',
    about: 'Asks the same as Pearson, from the ratio of likelihoods; the two agree in large samples.',
  },
  yates: {
    name: 'Yates, corrected',
    about: "Pearson's chi-square of a 2 x 2 table, made more careful because counts are whole numbers.",
  },
  fisher: {
    name: "Fisher's exact test",
    about: 'Works the probability out from all tables with these totals; right however small the counts.',
  },
  'pearson-exact': {
    name: "Pearson's chi-square, exact",
    about: "Pearson's X² with its p from all tables with these totals, and not from the chi-square curve.",
  },
  'linear-trend': {
    name: 'Linear trend',
    about: 'Asks whether one variable rises or falls steadily as the other does, by the scores of the categories.',
  },
  'kruskal-wallis': {
    name: 'Mean scores of the groups, on ranks',
    about:
      'Asks whether some groups stand higher on an ordered variable than others (Kruskal-Wallis, with ties; ' +
      'Mantel-Haenszel on midranks).',
  },
  'design-trend': {
    name: 'Trend, by design',
    about: 'With weights: whether one variable rises or falls as the other does, from tau-b and its standard error.',
  },
  'cochran-armitage': {
    name: 'Cochran-Armitage trend',
    about: 'Asks whether a share rises or falls steadily over ordered groups.',
  },
  'rao-scott': {
    name: 'Rao-Scott test',
    about: "Pearson's chi-square made right for weights: unequal weights make a sample count for less than its size.",
  },
  mcnemar: {
    name: "McNemar's test",
    about: 'For the same people asked twice: do as many change one way as the other?',
  },
  bowker: {
    name: "Bowker's symmetry",
    about: 'For the same people asked twice: do moves from each category to each other one balance?',
  },
  'stuart-maxwell': {
    name: 'Stuart-Maxwell',
    about: 'For the same people asked twice: are the totals of the categories the same both times?',
  },
  'mantel-haenszel': {
    name: 'Mantel-Haenszel, within strata',
    about: 'Asks for an association inside the strata, so that what differs between strata cannot bring it about.',
  },
  'breslow-day': {
    name: 'Breslow-Day',
    about: 'Asks whether the odds ratio is the same in all strata; where it is not, one figure for all misleads.',
  },
  'goodness-of-fit': {
    name: 'Goodness of fit',
    about: 'Compares the counts with given shares, or with equal ones.',
  },
  'cochran-q': {
    name: "Cochran's Q",
    about: 'For several yes/no answers of the same people: is yes said equally often to all?',
  },
  'equal-mention': {
    name: 'Equal mention, overall',
    about:
      'Asks whether every option is mentioned at the same rate in all groups, allowing for people in several rows.',
  },
};

export const VARIANT_WORDS: Record<Variant, string> = {
  'continuity-corrected': 'corrected for continuity',
  exact: 'exact',
  tarone: "Tarone's adjustment",
  'row-mean-scores': 'mean scores of the groups',
  correlation: 'correlation',
  'likelihood-ratio': 'likelihood ratio',
};

interface MeasureWords {
  name: string;
  /** In the report sentence. */
  symbol: string;
  about: string;
  /** The range it is drawn on; null where it has no upper end. */
  range: readonly [number, number] | null;
}

const UP: readonly [number, number] = [0, 1];
const BOTH: readonly [number, number] = [-1, 1];

export const MEASURE_WORDS: Record<MeasureId, MeasureWords> = {
  phi: {
    name: 'Phi',
    symbol: 'φ',
    about: '0 is no association. On a 2 x 2 table it runs from −1 to 1, and its sign says which corner is fuller.',
    range: BOTH,
  },
  contingency: {
    name: 'Contingency coefficient',
    symbol: 'C',
    about: 'Grows with X², but cannot reach 1; the adjusted value divides it by the most that this shape allows.',
    range: UP,
  },
  'cramers-v': {
    name: "Cramer's V",
    symbol: 'V',
    about: '0 is no association, 1 is the strongest a table of this shape can show. It has no direction.',
    range: UP,
  },
  'cramers-v-corrected': {
    name: "Cramer's V, bias-corrected",
    symbol: 'Ṽ',
    about: 'V less what chance alone adds to it; in small samples and large tables V is too high.',
    range: UP,
  },
  'tschuprow-t': {
    name: "Tschuprow's T",
    symbol: 'T',
    about: 'Like V, but it reaches 1 on square tables only.',
    range: UP,
  },
  'lambda:rows': {
    name: 'Lambda, predicting rows',
    symbol: 'λ',
    about: 'Share of wrong guesses at the row that knowing the column saves.',
    range: UP,
  },
  'lambda:columns': {
    name: 'Lambda, predicting columns',
    symbol: 'λ',
    about: 'Share of wrong guesses at the column that knowing the row saves.',
    range: UP,
  },
  'lambda:symmetric': {
    name: 'Lambda, both ways',
    symbol: 'λ',
    about: 'Share of wrong guesses saved when row and column are each guessed half of the time.',
    range: UP,
  },
  'goodman-kruskal-tau:rows': {
    name: 'Goodman-Kruskal tau, predicting rows',
    symbol: 'τ',
    about: 'Share of wrong guesses at the row saved, when guesses are spread in proportion and not put on the largest.',
    range: UP,
  },
  'goodman-kruskal-tau:columns': {
    name: 'Goodman-Kruskal tau, predicting columns',
    symbol: 'τ',
    about: 'Share of wrong guesses at the column saved, when guesses are spread in proportion.',
    range: UP,
  },
  'uncertainty:rows': {
    name: 'Uncertainty, of rows',
    symbol: 'U',
    about: 'Share of the uncertainty (entropy) about the row that knowing the column takes away.',
    range: UP,
  },
  'uncertainty:columns': {
    name: 'Uncertainty, of columns',
    symbol: 'U',
    about: 'Share of the uncertainty (entropy) about the column that knowing the row takes away.',
    range: UP,
  },
  'uncertainty:symmetric': {
    name: 'Uncertainty, both ways',
    symbol: 'U',
    about: 'Information that rows and columns share, as a part of what both hold.',
    range: UP,
  },
  gamma: {
    name: 'Gamma',
    symbol: 'γ',
    about:
      'Of the pairs of respondents that differ on both, how many more are ordered the same way than the other ' +
      'way. −1 to 1.',
    range: BOTH,
  },
  'kendall-tau-b': {
    name: "Kendall's tau-b",
    symbol: 'τb',
    about: 'Like gamma, but pairs that tie on one variable count against it; reaches ±1 on square tables.',
    range: BOTH,
  },
  'stuart-tau-c': {
    name: "Stuart's tau-c",
    symbol: 'τc',
    about: 'Like tau-b, made to reach ±1 on tables that are not square.',
    range: BOTH,
  },
  'somers-d:rows': {
    name: "Somers' d, predicting rows",
    symbol: 'd',
    about: 'Of the pairs that differ on the column, how many more are ordered the same way on the row than the other.',
    range: BOTH,
  },
  'somers-d:columns': {
    name: "Somers' d, predicting columns",
    symbol: 'd',
    about: 'Of the pairs that differ on the row, how many more are ordered the same way on the column than the other.',
    range: BOTH,
  },
  'somers-d:symmetric': {
    name: "Somers' d, both ways",
    symbol: 'd',
    about: 'The two one-way figures taken together.',
    range: BOTH,
  },
  'pearson-r': {
    name: "Pearson's r of scores",
    symbol: 'r',
    about: 'How straight a line the scores of the categories lie on. −1 to 1.',
    range: BOTH,
  },
  spearman: {
    name: "Spearman's rank correlation",
    symbol: 'ρ',
    about: 'How far the ranks on both variables agree. −1 to 1.',
    range: BOTH,
  },
  'eta:rows': {
    name: 'Eta, rows by columns',
    symbol: 'η',
    about: 'How far the groups in the columns tell the scores of the rows apart; its square is the share explained.',
    range: UP,
  },
  'eta:columns': {
    name: 'Eta, columns by rows',
    symbol: 'η',
    about: 'How far the groups in the rows tell the scores of the columns apart; its square is the share explained.',
    range: UP,
  },
  'odds-ratio': {
    name: 'Odds ratio',
    symbol: 'OR',
    about: 'How many times as large the odds are in one group as in the other; 1 is no difference.',
    range: null,
  },
  'risk-ratio': {
    name: 'Risk ratio',
    symbol: 'RR',
    about: 'How many times as large the share is in one group as in the other; 1 is no difference.',
    range: null,
  },
  'risk-difference': {
    name: 'Risk difference',
    symbol: 'RD',
    about: 'The share in one group less the share in the other; 0 is no difference.',
    range: BOTH,
  },
  'yule-q': {
    name: "Yule's Q",
    symbol: 'Q',
    about: 'Gamma of a 2 x 2 table: the odds ratio drawn in to −1 to 1.',
    range: BOTH,
  },
  'yule-y': {
    name: "Yule's Y",
    symbol: 'Y',
    about: 'Like Q, from the root of the odds ratio; phi as it would be with even totals.',
    range: BOTH,
  },
  kappa: {
    name: 'Kappa',
    symbol: 'κ',
    about: 'Agreement of two coders beyond what their totals alone would give; 1 is full, 0 is chance.',
    range: BOTH,
  },
  'weighted-kappa:linear': {
    name: 'Weighted kappa, linear',
    symbol: 'κw',
    about: 'Kappa where near misses count in part, less with each category between.',
    range: BOTH,
  },
  'weighted-kappa:quadratic': {
    name: 'Weighted kappa, quadratic',
    symbol: 'κw',
    about: 'Kappa where near misses count in large part, far ones hardly at all.',
    range: BOTH,
  },
  'common-odds-ratio': {
    name: 'Common odds ratio',
    symbol: 'OR',
    about: 'The odds ratio within strata, taken together (Mantel-Haenszel).',
    range: null,
  },
  'krippendorff-alpha': {
    name: "Krippendorff's alpha",
    symbol: 'α',
    about: 'Agreement of any number of coders, with codings missing; 1 is full, 0 is chance.',
    range: BOTH,
  },
};
