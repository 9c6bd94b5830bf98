import { z } from 'zod';
import { SOURCE_LEVELS } from '../codebook/codebook-file.js';

const reading = z.enum(['.', ',', 'plain']);

/** How a column is kept, decided by what is in it and never by its level. */
const STORAGES = ['coded8', 'coded16', 'number', 'sets', 'text'] as const;
export type Storage = (typeof STORAGES)[number];

export const FoundCodeShape = z.object({ code: z.string(), respondents: z.int() });

/** Something to look at in a column. */
const GuessShape = z.object({
  is: z.enum([
    'heading',
    'blank',
    'constant',
    'identifier',
    'no-answer',
    'exceptions',
    'dates',
    'mixed',
    'long',
    'written',
  ]),
  text: z.string(),
  codes: z.array(FoundCodeShape).describe('The codes that it is about.'),
});

/** How the numbers of a column that are not written plainly are read, shown by one of them. */
const ColumnNumbersShape = z.object({
  reading,
  example: z.string().describe('A cell as it stands.'),
  as: z.number().nullable().describe('What it is read as; null: it stays text.'),
  other: z.object({ reading, as: z.number().nullable() }).describe('How else it can be read.'),
  inDoubt: z.boolean().describe('Nothing in the file tells which of the two it is.'),
});

/** What is understood of a column by what is in it. */
const UnderstandingShape = z.object({
  level: z.enum(SOURCE_LEVELS),
  codes: z
    .array(FoundCodeShape)
    .describe('Codes found, in the order a person lists them; of numbers kept as numbers, only what is none.'),
  why: z.string().describe('Why this level, in words.'),
  guesses: z.array(GuessShape),
});

/** A column as it was read, with what was understood of it. */
const ReadColumnShape = UnderstandingShape.extend({
  name: z.string(),
  columnId: z.int().describe("Its id in the study's file."),
  storage: z.enum(STORAGES),
  filled: z.int(),
  blank: z.int(),
  numbers: ColumnNumbersShape.nullable().describe(
    'How numbers that are not written plainly are read; null: all are, or there are none.',
  ),
});

/**
 * Columns that look like one multiple-response question: a yes/no column for each option (`ticks`), or columns that
 * each hold one code of the same list (`slots`).
 */
const QuestionGuessShape = z.object({
  is: z.enum(['ticks', 'slots']),
  name: z.string(),
  label: z.string(),
  columns: z.array(
    z.object({
      name: z.string(),
      label: z.string(),
      ticked: z.string().nullable().describe('The code that means ticked; null for slots.'),
      also: z.array(z.string()).optional(),
    }),
  ),
  none: z.object({ name: z.string(), ticked: z.string() }).nullable().describe('The column that says "none of these".'),
  why: z.string(),
});

/** What came of reading a file. */
export const ReadInShape = z.object({
  respondents: z.int(),
  columns: z.array(ReadColumnShape),
  questions: z.array(QuestionGuessShape),
  unread: z
    .object({ rows: z.int(), first: z.array(z.object({ line: z.int(), why: z.string() })) })
    .describe("Rows that could not be read: how many, and the first of them. All are kept in the study's file."),
  remarks: z.array(z.string()).describe('What is to be said of the file as a whole.'),
});

export type FoundCode = z.infer<typeof FoundCodeShape>;
export type Guess = z.infer<typeof GuessShape>;
export type ColumnNumbers = z.infer<typeof ColumnNumbersShape>;
export type Understanding = z.infer<typeof UnderstandingShape>;
export type QuestionGuess = z.infer<typeof QuestionGuessShape>;
export type ReadColumn = z.infer<typeof ReadColumnShape>;
export type ReadIn = z.infer<typeof ReadInShape>;
