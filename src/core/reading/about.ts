import type { MeasureId, TestId } from '../assess.js';

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
    about: 'Works out the exact probability from all tables with these totals; right however small the counts.',
  },
};

export const MEASURE_WORDS: Record<MeasureId, { name: string; about: string; range: readonly [number, number] }> = {
  phi: {
    name: 'Phi φ',
    about: '0 is no association. On a 2 x 2 table it runs from −1 to 1, and its sign says which corner is fuller.',
    range: [-1, 1],
  },
  'cramers-v': {
    name: "Cramer's V",
    about: '0 is no association, 1 is the strongest a table of this shape can show. It has no direction.',
    range: [0, 1],
  },
  'lambda:rows': {
    name: 'Lambda λ, predicting rows',
    about: 'Share of wrong guesses at the row that knowing the column saves.',
    range: [0, 1],
  },
  'lambda:columns': {
    name: 'Lambda λ, predicting columns',
    about: 'Share of wrong guesses at the column that knowing the row saves.',
    range: [0, 1],
  },
  'lambda:symmetric': {
    name: 'Lambda λ, both ways',
    about: 'Share of wrong guesses saved when row and column are each guessed half of the time.',
    range: [0, 1],
  },
  gamma: {
    name: 'Gamma γ',
    about:
      'Of the pairs of respondents that differ on both, how many more are ordered the same way than the other way. −1 to 1.',
    range: [-1, 1],
  },
};
