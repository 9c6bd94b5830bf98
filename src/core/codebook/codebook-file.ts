import { z } from 'zod';
import { recipeShape } from '../recode/recipe-shape.js';
import { MarkShape } from '../recode/theme/mark.js';
import { MISSING_REASONS } from './types.js';

const text = (most: number) => z.string().max(most);

/** Levels that a column of a file can have. */
export const SOURCE_LEVELS = ['unordered', 'ordered', 'number', 'text'] as const;

/** A code in a codebook file; without `missing` it is an answer. */
const FileCodeShape = z.strictObject({
  code: text(1000),
  label: text(10_000),
  missing: z.enum(MISSING_REASONS).optional(),
});

/**
 * A multiple-response question over columns, by their names: a yes/no column for each option, or, where no code means
 * ticked, slots that each hold one code of the same list.
 */
export const FileMultipleShape = z.strictObject({
  name: text(200).min(1),
  label: text(10_000),
  columns: z
    .array(
      z.strictObject({
        name: text(200),
        label: text(10_000),
        ticked: text(1000).optional().describe('Of a column whose code for ticked is its own: that code.'),
        also: z.array(text(1000)).max(50).optional().describe('More codes that mean ticked.'),
      }),
    )
    .min(2)
    .max(500),
  ticked: text(1000)
    .optional()
    .describe('The code that means ticked, where a column has none of its own; absent in all: the columns are slots.'),
  none: text(1000).optional().describe('The column (of slots: the code) that says "none of these".'),
});

/** What a codebook file says of one column. Codes are given here or by the name of a shared list. */
const FileVariableShape = z.strictObject({
  name: text(200).describe('The column heading.'),
  label: text(10_000).optional(),
  question: text(10_000).optional(),
  level: z.enum(SOURCE_LEVELS).optional(),
  codeList: text(200).optional(),
  codes: z.array(FileCodeShape).max(5000).optional(),
});

/** A variable that a working makes; a column of its name in the file is not taken in, but made again. */
const FileWorkingShape = z.strictObject({
  name: text(200).min(1),
  label: text(10_000),
  question: text(10_000).optional(),
  recipe: recipeShape(text(200)),
  codings: z.array(MarkShape).max(500_000).optional().describe('Of themes: what coders said of answers.'),
});

/** What an analyst says of a variable beyond its entry. */
const FileMarksShape = z.strictObject({
  note: text(10_000).optional(),
  group: text(200).optional(),
  starred: z.boolean().optional(),
  shownOrder: z.array(text(1000)).max(5000).optional().describe('Codes in the order in which they are shown.'),
  offScale: z.array(text(1000)).max(5000).optional().describe('Codes that have no place on its scale.'),
  aside: z.boolean().optional(),
});

/** A codebook that travels beside a data file. */
export const CodebookFileShape = z
  .strictObject({
    name: text(200).optional(),
    subtitle: text(200).optional(),
    codeLists: z
      .record(text(200), z.array(FileCodeShape).max(5000))
      .optional()
      .describe('Lists that variables share, by name.'),
    variables: z.array(FileVariableShape).max(5000),
    multiple: z.array(FileMultipleShape).max(500).optional().describe('Multiple-response questions over columns.'),
    workings: z
      .array(FileWorkingShape)
      .max(5000)
      .optional()
      .describe(
        'Variables made by workings, in the order in which they are made; columns of these names are not taken in.',
      ),
    order: z.array(text(200)).max(10_000).optional().describe('Names of all variables in the order of the roster.'),
    marks: z
      .record(text(200), FileMarksShape)
      .optional()
      .describe('Notes, groups and stars, by the name of the variable.'),
    keptLists: z
      .record(text(200), z.array(FileCodeShape).max(5000))
      .optional()
      .describe('Code lists that stay though nobody uses them, by name.'),
  })
  .meta({ id: 'CodebookFile', description: 'A codebook; with an acceptance, in the place of one sent with the file.' });

export type FileCode = z.infer<typeof FileCodeShape>;
export type FileVariable = z.infer<typeof FileVariableShape>;
export type FileMultiple = z.infer<typeof FileMultipleShape>;
export type FileWorking = z.infer<typeof FileWorkingShape>;
export type FileMarks = z.infer<typeof FileMarksShape>;
export type CodebookFile = z.infer<typeof CodebookFileShape>;
