import { andMore } from '../and-more.js';
import type { Proof } from './proof-shape.js';

/** Sources that are named; the rest is counted. */
const NAMED = 5;

/**
 * A proof that says which of the sources nobody has a value of: a column that was in no file any more, or empty.
 * @param titles of those sources; none: the proof stays as it is
 */
export function withoutValues(proof: Proof, titles: readonly string[]): Proof {
  if (titles.length === 0 || proof.respondents === 0) return proof;
  const text =
    `Nobody has a value of ${andMore(titles, NAMED)}: the column was not in the last file, or is empty. Choose ` +
    'another source, or take in a file that has it.';
  return {
    ...proof,
    holds: false,
    findings: [{ id: 'no-value', holds: false, title: 'Nothing there', text, codes: [] }, ...proof.findings],
  };
}
