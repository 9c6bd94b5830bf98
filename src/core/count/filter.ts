import type { ConditionRule } from './rule-shape.js';
import { maskOf, optionsOf } from './option-bits.js';
import { parseNumber } from '../codebook/number.js';
import { Fault } from '../fault.js';
import { type ClauseOf, VERDICT, type Verdict, verdictOfClause } from './clause.js';
import { type Column, type SetsColumn } from './column.js';
import { hasAnswered } from './set-state.js';
import type { FilterTally } from './types.js';

export interface FilterCondition {
  column: Column;
  name: string;
  rule: ConditionRule;
  /** Codes that are not answers; who has one is neither inside nor outside, but unknown. */
  missing: readonly string[];
}

const { outside: OUTSIDE, inside: INSIDE, unknown: UNKNOWN } = VERDICT;

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
    const verdict = verdictOfClause(clause, verdictOf);
    let outside = 0;
    let unknown = 0;
    for (let k = 0; k < respondents; k++) {
      if (mask[k] === 0) continue;
      const outcome = verdict(k);
      if (outcome === INSIDE) continue;
      mask[k] = 0;
      if (outcome === UNKNOWN) unknown++;
      else outside++;
    }
    return { outside, unknown };
  });
  return { mask, tallies };
}

function verdictOf(condition: FilterCondition): (k: number) => Verdict {
  const { column, rule, name } = condition;
  if (column.kind === 'coded' && rule.is !== 'at-least') {
    const verdicts: Verdict[] = [UNKNOWN, ...column.codes.map((code) => codeVerdict(code, condition))];
    const { values } = column;
    return (k) => verdicts[values[k] ?? 0] ?? UNKNOWN;
  }
  if (column.kind === 'number' && rule.is === 'between') {
    const { values } = column;
    const missing = new Set(condition.missing.map(Number));
    return (k) => {
      const value = values[k] ?? NaN;
      if (Number.isNaN(value) || missing.has(value)) return UNKNOWN;
      return within(value, rule) ? INSIDE : OUTSIDE;
    };
  }
  if (column.kind === 'sets' && rule.is !== 'between') {
    const all = rule.is === 'at-least' && rule.codes.length === 0;
    const wanted = maskOf(
      column.options.flatMap((option, j) => (all || rule.codes.includes(option) ? [j] : [])),
      column.width,
    );
    if (rule.is === 'at-least') return atLeast(column, wanted, rule.least);
    const whenMentioned = rule.is === 'any-of' ? INSIDE : OUTSIDE;
    return (k) => {
      if (!hasAnswered(column.state[k] ?? 0)) return UNKNOWN;
      for (let word = 0; word < column.width; word++) {
        if (((column.words[k * column.width + word] ?? 0) & (wanted[word] ?? 0)) !== 0) return whenMentioned;
      }
      return rule.is === 'any-of' ? OUTSIDE : INSIDE;
    };
  }
  throw new Fault(
    'invalid',
    `${name} cannot be filtered this way.`,
    column.kind === 'number' ? 'Give a lowest and a highest number.' : 'Choose among its categories.',
    { variable: name },
  );
}

/** Who mentions so many of some options. */
function atLeast(column: SetsColumn, wanted: Uint32Array, least: number): (k: number) => Verdict {
  return (k) => {
    if (!hasAnswered(column.state[k] ?? 0)) return UNKNOWN;
    return optionsOf(column, k, wanted) >= least ? INSIDE : OUTSIDE;
  };
}

function codeVerdict(code: string, { rule, missing }: FilterCondition): Verdict {
  if (rule.is === 'at-least') return UNKNOWN;
  if (missing.includes(code)) return UNKNOWN;
  if (rule.is === 'between') {
    const value = parseNumber(code);
    if (value === null) return UNKNOWN;
    return within(value, rule) ? INSIDE : OUTSIDE;
  }
  return rule.codes.includes(code) === (rule.is === 'any-of') ? INSIDE : OUTSIDE;
}

function within(value: number, { from, to }: { from: number | null; to: number | null }): boolean {
  return (from === null || value >= from) && (to === null || value <= to);
}
