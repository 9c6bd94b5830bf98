import type { ClauseOf } from './clause.js';
import { AT, kernel } from './kernel/kernel.js';
import { layMask, stretchesOf } from './kernel/stretch.js';
import type { FilterTally } from './types.js';
import { type FilterCondition, layVerdicts, VERDICT_ROOM } from './verdicts.js';

/**
 * Which respondents all clauses keep, and how many each leaves out. A respondent is told once, under the first clause
 * that leaves them out.
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const condition = { column: site, name: 'Site', rule: { is: 'any-of', codes: ['a'] }, missing: [] };
 * filter([condition], 4).mask; // [1, 0, 1, 0]
 */
export function filter(
  clauses: readonly ClauseOf<FilterCondition>[],
  respondents: number,
): { mask: Uint8Array | null; tallies: FilterTally[] } {
  if (clauses.length === 0) return { mask: null, tallies: [] };
  const mask = new Uint8Array(respondents).fill(1);
  const tallies = clauses.map((clause) => {
    const lay = layVerdicts(clause, respondents);
    const own = kernel(VERDICT_ROOM);
    for (const stretch of stretchesOf(respondents)) {
      const { from, to, length } = stretch;
      layMask(own, stretch, mask);
      lay(own, stretch);
      own.loops.keepInside(AT.state, AT.mask, length, AT.tables);
      mask.set(own.bytes.subarray(AT.mask, AT.mask + to - from), from);
    }
    const at = AT.tables / 4;
    return { outside: own.counts[at]!, unknown: own.counts[at + 1]! };
  });
  return { mask, tallies };
}
