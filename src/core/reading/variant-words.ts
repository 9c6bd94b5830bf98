import type { Variant } from '../infer/result.js';

/** What makes another form of a test another, in its name. */
export const VARIANT_WORDS: Record<Variant, string> = {
  'continuity-corrected': 'corrected for continuity',
  exact: 'exact',
  tarone: "Tarone's adjustment",
  'row-mean-scores': 'mean scores of the groups',
  correlation: 'correlation',
  'likelihood-ratio': 'likelihood ratio',
};
