import { LONGEST_TEXT } from '../core/notation/text/lines.js';
import { z } from './zod.js';

const text = z.string().max(LONGEST_TEXT);

/** A text for a study. */
export const SentTextSchema = z
  .strictObject({
    text,
    whole: z
      .boolean()
      .default(true)
      .describe('It is all of the study: what it does not say is taken out. Otherwise it is added.'),
    codings: z
      .boolean()
      .default(false)
      .describe('What was coded by hand is part of it; otherwise that stays as it is. Only who sees respondents may.'),
  })
  .openapi('SentText');

export const StudyTextSchema = z.object({ text: z.string() }).openapi('StudyText');

const ProblemSchema = z
  .object({
    line: z.int().describe('From 1.'),
    column: z.int().describe('From 1.'),
    end: z.int().describe('The column behind it.'),
    message: z.string(),
    mend: z.string(),
  })
  .openapi('TextProblem');

export const CheckedTextSchema = z
  .object({
    problems: z.array(ProblemSchema).describe('What cannot be; with one of these nothing is done.'),
    remarks: z.array(ProblemSchema).describe('What is odd, and can be.'),
    words: z.string().nullable().describe('What would change; null: nothing, or it cannot be done.'),
  })
  .openapi('CheckedText');

export const PutTextSchema = z
  .object({ words: z.string().nullable().describe('What was changed; null: nothing.') })
  .openapi('PutText');

/** Two texts beside each other. */
export const TextsSchema = z.strictObject({
  before: text.optional().describe('The earlier text; that of the study as it is, where absent.'),
  after: text,
});

export const TextsComparedSchema = z
  .object({
    things: z.array(
      z.object({
        title: z.string().describe('The line that begins it.'),
        is: z.enum(['added', 'removed', 'changed']),
        lines: z.array(z.object({ is: z.enum(['stays', 'goes', 'comes']), text: z.string() })),
      }),
    ),
    variables: z.array(z.string()).describe('Names of variables that differ in substance, or are made of such.'),
    tables: z.array(z.string()).describe('Sentences of tables whose figures can be others.'),
  })
  .openapi('TextsCompared');
