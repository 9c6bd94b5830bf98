import { z } from 'zod';
import { parseNumber } from '../codebook/number.js';
import { type CodedColumn, type Column, type SetsColumn } from '../count/column.js';
import { wordsFor } from '../count/option-bits.js';
import { holds, is, nothing, number, oneOf, part, when } from './build.js';
import { type Condition, type Scalar, ScalarShape } from './expression.js';

const parts = z.record(z.string(), ScalarShape);

/**
 * A column whose values stay in an engine: how each part of a respondent's value is worked out there.
 * - `coded`: `place`, 0 for a blank, k > 0 for `codes[k - 1]`; below 0 a value that came after the table was linked.
 * - `number`: `value`, nothing where there is none; `word` is k where it is `words[k - 1]`, and 0 elsewhere.
 * - `sets`: `state` (`SET_STATE`), and for each option 1 where it is mentioned, 0 elsewhere, named by `optionPart`.
 * - `text`: `text`, nothing for a blank.
 * A column may have further parts that these are worked out from.
 */
export const LinkedColumnShape = z.discriminatedUnion('kind', [
  z.strictObject({ kind: z.literal('coded'), codes: z.array(z.string()), parts }),
  z.strictObject({ kind: z.literal('number'), words: z.array(z.string()), parts }),
  z.strictObject({ kind: z.literal('sets'), options: z.array(z.string()), parts }),
  z.strictObject({ kind: z.literal('text'), parts }),
]);

export type LinkedColumn = z.infer<typeof LinkedColumnShape>;

/** What a part of an option is called. @example optionPart(0) // 'o0' */
export const optionPart = (option: number): string => `o${option}`;

/** Whether a respondent mentions an option of a linked question. */
export const mentions = (column: number, option: number): Condition => holds(part(column, optionPart(option)));

/**
 * The number of each respondent in a column of codes or numbers; nothing where there is none.
 * @param missing codes that are no answer
 */
export function numberIn(id: number, column: LinkedColumn, missing: readonly string[]): Scalar {
  if (column.kind === 'coded')
    return when(
      column.codes.flatMap((code, k) => {
        const value = missing.includes(code) ? null : parseNumber(code);
        return value === null ? [] : [[is(part(id, 'place'), k + 1), number(value)] as const];
      }),
      nothing,
    );
  const value = part(id, 'value');
  const gone = missing.flatMap((code) => parseNumber(code) ?? []);
  return gone.length === 0 ? value : when([[oneOf(value, gone), nothing]], value);
}

/** The parts of a question: how respondents stand to it, and its options. */
export function setParts(state: Scalar, options: readonly Scalar[]): Record<string, Scalar> {
  return { state, ...Object.fromEntries(options.map((option, k) => [optionPart(k), option])) };
}

/**
 * A linked column as one in memory, of nobody: what it is, and what its codes are.
 * @example shellOf({ kind: 'coded', codes: ['a'], parts: {} }).values.length // 0
 */
export function shellOf(column: Extract<LinkedColumn, { kind: 'coded' }>): CodedColumn;
export function shellOf(column: Extract<LinkedColumn, { kind: 'sets' }>): SetsColumn;
export function shellOf(column: LinkedColumn): Column;
export function shellOf(column: LinkedColumn): Column {
  switch (column.kind) {
    case 'coded':
      return { kind: 'coded', values: new Uint16Array(), codes: column.codes };
    case 'number':
      return { kind: 'number', values: new Float64Array(), words: column.words };
    case 'sets': {
      const { options } = column;
      const width = wordsFor(options.length);
      return { kind: 'sets', words: new Uint32Array(), width, state: new Uint8Array(), options };
    }
    case 'text':
      return { kind: 'text', values: [] };
  }
}
