import { bidiShown } from '../bidi-shown.js';
import { z } from 'zod';

export const LEVELS = ['unordered', 'ordered', 'number', 'text', 'multiple'] as const;
export type Level = (typeof LEVELS)[number];

/** Why a code is not an answer. */
export const MISSING_REASONS = ['refused', 'dont-know', 'not-asked', 'other'] as const;
export type MissingReason = (typeof MISSING_REASONS)[number];

/** One code of a code list, as it is sent and kept: what stands in the data, what it means, whether it is an answer. */
export const CodeShape = z
  .strictObject({
    code: z.string().max(1000).describe('What stands in the data.'),
    label: z.string().max(10_000),
    missing: z.enum(MISSING_REASONS).nullable().describe('Why the code is not an answer; null: it is one.'),
  })
  .meta({ id: 'Code' });

export type Code = z.infer<typeof CodeShape>;

/** A variable as the codebook describes it. Codes stand in the order of its scale. */
export interface Variable {
  id: number;
  /** Unique in the study; the column heading of the file, or the name of a working's result. */
  name: string;
  label: string;
  question: string;
  level: Level;
  codes: readonly Code[];
  /** Codes in the order in which they are shown, where that is another than the scale; those not named stand behind. */
  shownOrder?: readonly string[] | undefined;
  /** Codes that have no place on its scale, though they can be answers. */
  offScale?: readonly string[] | undefined;
  /** Scores of codes, where they have others than their places on the scale, 1, 2, 3. */
  scores?: Readonly<Record<string, number>> | undefined;
  /** Its options are themes that answers in words were coded into. */
  themes?: boolean | undefined;
}

/** What a reader sees: the label, or the name where there is none. */
export function titleOf(variable: Pick<Variable, 'name' | 'label'>): string {
  return bidiShown(variable.label.trim() === '' ? variable.name : variable.label);
}

export function isAnswer(code: Code): boolean {
  return code.missing === null;
}

/** Those of the codes that are not answers. */
export function missingIn(codes: readonly Code[]): string[] {
  return codes.filter((code) => !isAnswer(code)).map(({ code }) => code);
}

export const LEVEL_WORDS: Record<Level, string> = {
  unordered: 'categories',
  ordered: 'ordered categories',
  number: 'number',
  text: 'text',
  multiple: 'multiple response',
};

export const MISSING_WORDS: Record<MissingReason, string> = {
  refused: 'refused',
  'dont-know': "don't know",
  'not-asked': 'not asked',
  other: 'no answer',
};

/** Reasons by what they are called: by name and in words. */
export const REASON_CALLED: ReadonlyMap<string, MissingReason> = new Map(
  MISSING_REASONS.flatMap((reason) => [[reason, reason] as const, [MISSING_WORDS[reason], reason] as const]),
);
