import type { Adjustment } from '../infer/adjust.js';

/** Ways to adjust p over several tests, as a text calls them. */
export const ADJUSTMENT_WORDS: Record<Adjustment, string> = {
  holm: 'Holm’s method',
  bonferroni: 'Bonferroni’s method',
  'benjamini-hochberg': 'Benjamini and Hochberg’s method',
};
