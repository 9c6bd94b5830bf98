import type { Code, MissingReason } from '../codebook/types.js';
import type { Column } from '../count/column.js';
import type { Settle } from './settle.js';

/** What one respondent has in a variable, as it would be read aloud. */
export type SpokenValue =
  | { is: 'answer'; labels: readonly string[] }
  | { is: 'missing'; reason: MissingReason }
  /** Of a question: mentioned these, or answered and mentioned none. */
  | { is: 'mentions'; labels: ReadonlySet<string> }
  | { is: 'nothing' };

/** A variable with its column: a source of a working, or its result. */
export interface HeldVariable {
  column: Column;
  /** Every code of the variable, also those that only the data has. */
  codes: readonly Code[];
}

/** A value as it stands in the data: a code or a number's text; of a question the options mentioned. */
export type RawValue = string | readonly string[] | null;

export const NOTHING: SpokenValue = { is: 'nothing' };
export const answerOf = (...labels: string[]): SpokenValue => ({ is: 'answer', labels });
export const missing = (reason: MissingReason): SpokenValue => ({ is: 'missing', reason });
export const nameOf = (codes: readonly Code[], code: string) =>
  codes.find((candidate) => candidate.code === code)?.label || code;
export const reasonOf = (codes: readonly Code[], code: string) =>
  codes.find((candidate) => candidate.code === code)?.missing ?? null;

/** A label as it is, or told apart from another one by its code. */
export const ownLabels = (codes: readonly Code[], code: string) => [
  nameOf(codes, code),
  `${nameOf(codes, code)} (${code})`,
];

/** Codes of one respondent in a source, without those that are no answers; null where there is no answer at all. */
export function answersIn({ codes }: HeldVariable, raw: RawValue): readonly string[] | null {
  if (raw === null) return null;
  if (typeof raw !== 'string') return raw;
  return reasonOf(codes, raw) === null ? [raw] : null;
}

/** What is left of a respondent's mentions where one of them excludes the others; null: no answer. */
export function settled(
  mentions: readonly string[],
  excluding: ReadonlySet<string>,
  none: boolean,
  rule: Settle,
): readonly string[] | null {
  const exclusive = mentions.filter((label) => excluding.has(label));
  const others = mentions.filter((label) => !excluding.has(label));
  const loud = exclusive.length + (none ? 1 : 0);
  if (mentions.length === 0 || loud === 0 || (loud === 1 && others.length === 0)) return mentions;
  if (rule === 'aside') return null;
  if (rule === 'option' && others.length > 0) return others;
  return rule === 'exclusive' && none ? [] : exclusive.slice(0, 1);
}

export const mentionsOrNothing = (labels: readonly string[] | null): SpokenValue =>
  labels === null ? NOTHING : { is: 'mentions', labels: new Set(labels) };
