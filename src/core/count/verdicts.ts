import { parseNumber } from '../codebook/number.js';
import { Fault } from '../fault.js';
import { type ClauseOf, foldClause, VERDICT } from './clause.js';
import type { CodedColumn, Column, SetsColumn } from './column.js';
import { AT, type Kernel, kernel } from './kernel/kernel.js';
import { layValues, type Stretch, stretchesOf } from './kernel/stretch.js';
import { maskOf, optionsOf } from './option-bits.js';
import type { ConditionRule } from './rule-shape.js';
import { hasAnswered } from './set-state.js';

export interface FilterCondition {
  column: Column;
  name: string;
  rule: ConditionRule;
  /** Codes that are not answers; who has one is neither inside nor outside, but unknown. */
  missing: readonly string[];
}

/** A verdict (`VERDICT`) for each respondent. */
type Verdicts = Uint8Array;

const { outside: OUTSIDE, inside: INSIDE, unknown: UNKNOWN } = VERDICT;

/** Parts joined where one verdict decides by itself, and what is unknown stands against the rest. */
const joined =
  (decides: number, rest: number) =>
  (parts: readonly Verdicts[]): Verdicts => {
    const [first, ...others] = parts;
    const all = Uint8Array.from(first!);
    for (const part of others) {
      for (let k = 0; k < all.length; k++) {
        const [so, own] = [all[k]!, part[k]!];
        if (so === decides || own === decides) all[k] = decides;
        else if (so === UNKNOWN || own === UNKNOWN) all[k] = UNKNOWN;
        else all[k] = rest;
      }
    }
    return all;
  };

/** Outside for inside, and the other way about. */
const TURNED = Uint8Array.of(INSIDE, OUTSIDE, UNKNOWN);

/**
 * The verdict on each respondent, by a clause's conditions (Kleene's strong logic of three values): "and" is outside
 * where one part is, "or" is inside where one part is, and what is neither is unknown where a part is.
 * @throws Fault where a variable cannot be asked that
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 0), codes: ['a', 'b'] };
 * const condition = { column: site, name: 'Site', rule: { is: 'any-of', codes: ['a'] }, missing: [] };
 * verdictsOfClause({ not: condition }, 3); // [0, 1, 2]
 */
export const verdictsOfClause = (clause: ClauseOf<FilterCondition>, respondents: number): Verdicts =>
  foldClause<FilterCondition, Verdicts>(clause, {
    condition: (condition) => verdictsOf(condition, respondents),
    and: joined(OUTSIDE, INSIDE),
    or: joined(INSIDE, OUTSIDE),
    not: (part) => part.map((verdict) => TURNED[verdict]!),
  });

function verdictsOf(condition: FilterCondition, respondents: number): Verdicts {
  const { column, rule, name } = condition;
  if (column.kind === 'coded' && rule.is !== 'at-least') return ofCodes(column, verdictsOfCodes(column, condition));
  if (column.kind === 'number' && rule.is === 'between')
    return ofNumbers(column.values, rule, condition.missing.map(Number));
  if (column.kind === 'sets' && rule.is !== 'between') return ofSets(column, rule, respondents);
  throw new Fault(
    'invalid',
    `${name} cannot be filtered this way.`,
    column.kind === 'number' ? 'Give a lowest and a highest number.' : 'Choose among its categories.',
    { variable: name },
  );
}

/** Lays the verdicts on a stretch at `AT.state`, with a kernel that has `VERDICT_ROOM` at `VERDICT_TABLE`. */
export type LayVerdicts = (own: Kernel, stretch: Stretch) => void;

/** Where the table of a condition on codes is, and bytes for as many as there can be. */
const VERDICT_TABLE = AT.tables + 64;
export const VERDICT_ROOM = 64 + 65_536;

/** So few values are looked up at once. */
const FEW = 16;

/** @param verdicts of each value, that of a blank first */
function layCodes({ values }: CodedColumn, verdicts: readonly number[]): LayVerdicts {
  return (own, stretch) => {
    const { lookUpFew, lookUp8, lookUp16 } = own.loops;
    own.bytes.set(verdicts, VERDICT_TABLE);
    const isByte = layValues(own, stretch, values) === 1;
    const lookUp = !isByte ? lookUp16 : verdicts.length <= FEW ? lookUpFew : lookUp8;
    lookUp(AT.values, VERDICT_TABLE, AT.state, stretch.length);
  };
}

/**
 * How the verdicts on each stretch are laid, by a clause's conditions.
 * @throws Fault where a variable cannot be asked that
 */
export function layVerdicts(clause: ClauseOf<FilterCondition>, respondents: number): LayVerdicts {
  if ('column' in clause && clause.column.kind === 'coded' && clause.rule.is !== 'at-least')
    return layCodes(clause.column, verdictsOfCodes(clause.column, clause));
  const verdicts = verdictsOfClause(clause, respondents);
  return ({ bytes }, { from, to }) => bytes.set(verdicts.subarray(from, to), AT.state);
}

const verdictsOfCodes = ({ codes }: CodedColumn, condition: FilterCondition) => [
  UNKNOWN,
  ...codes.map((code) => codeVerdict(code, condition)),
];

function ofCodes(column: CodedColumn, verdicts: readonly number[]): Verdicts {
  const own = kernel(VERDICT_ROOM);
  const lay = layCodes(column, verdicts);
  const out = new Uint8Array(column.values.length);
  for (const stretch of stretchesOf(out.length)) {
    const { from, to } = stretch;
    lay(own, stretch);
    out.set(own.bytes.subarray(AT.state, AT.state + to - from), from);
  }
  return out;
}

interface Between {
  from: number | null;
  to: number | null;
}

function ofNumbers(values: Float64Array, { from, to }: Between, missing: readonly number[]): Verdicts {
  const [least, most] = [from ?? -Infinity, to ?? Infinity];
  const out = new Uint8Array(values.length);
  for (let k = 0; k < values.length; k++) {
    const value = values[k]!;
    if (Number.isNaN(value) || missing.includes(value)) out[k] = UNKNOWN;
    else out[k] = value >= least && value <= most ? INSIDE : OUTSIDE;
  }
  return out;
}

/** Of a question how many of some options respondents mention, or whether any. */
function ofSets(column: SetsColumn, rule: Exclude<ConditionRule, { is: 'between' }>, respondents: number): Verdicts {
  const { options, width, words, state } = column;
  const all = rule.is === 'at-least' && rule.codes.length === 0;
  const wanted = maskOf(
    options.flatMap((option, j) => (all || rule.codes.includes(option) ? [j] : [])),
    width,
  );
  const mentionsAny = (k: number) => wanted.some((bits, w) => (words[k * width + w]! & bits) !== 0);
  const holds = (k: number) => {
    if (rule.is === 'at-least') return optionsOf(column, k, wanted) >= rule.least;
    return mentionsAny(k) === (rule.is === 'any-of');
  };
  const out = new Uint8Array(respondents);
  for (let k = 0; k < respondents; k++) {
    if (hasAnswered(state[k]!)) out[k] = holds(k) ? INSIDE : OUTSIDE;
    else out[k] = UNKNOWN;
  }
  return out;
}

/** The verdict on who has a code. */
export function codeVerdict(code: string, { rule, missing }: Pick<FilterCondition, 'rule' | 'missing'>): number {
  if (rule.is === 'at-least') return UNKNOWN;
  if (missing.includes(code)) return UNKNOWN;
  if (rule.is === 'between') {
    const value = parseNumber(code);
    if (value === null) return UNKNOWN;
    return (rule.from === null || value >= rule.from) && (rule.to === null || value <= rule.to) ? INSIDE : OUTSIDE;
  }
  return rule.codes.includes(code) === (rule.is === 'any-of') ? INSIDE : OUTSIDE;
}
