import type { Adjustment } from '../../core/infer/adjust.js';

/** What each way to adjust p is called where one is chosen. */
export const ADJUSTMENT_NAMES: Record<Adjustment, string> = {
  holm: 'Holm',
  bonferroni: 'Bonferroni',
  'benjamini-hochberg': 'Benjamini-Hochberg',
};
