import { DecisionShape } from '../core/intake/decision-shape.js';
import { z } from './zod.js';
import { MISSING_REASONS } from '../core/codebook/types.js';
import { ENCODINGS } from '../core/intake/encodings.js';
import { MOST_COLUMNS } from '../core/intake/layout.js';
import { recipeShape as recipeOf } from '../core/recode/recipe-shape.js';

const text = (most: number) => z.string().max(most);
const sourceLevel = z.enum(['unordered', 'ordered', 'number', 'text']);

const FileCodeSchema = z.strictObject({
  code: text(1000),
  label: text(10_000),
  missing: z.enum(MISSING_REASONS).optional(),
});

const FileMultipleSchema = z.strictObject({
  name: text(200).min(1),
  label: text(10_000),
  columns: z
    .array(
      z.strictObject({
        name: text(200),
        label: text(10_000),
        ticked: text(1000).optional(),
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

export const CodebookFileSchema = z
  .strictObject({
    name: text(200).optional(),
    subtitle: text(200).optional(),
    codeLists: z
      .record(text(200), z.array(FileCodeSchema).max(5000))
      .optional()
      .describe('Lists that variables share, by name.'),
    variables: z
      .array(
        z.strictObject({
          name: text(200).describe('The column heading.'),
          label: text(10_000).optional(),
          question: text(10_000).optional(),
          level: sourceLevel.optional(),
          codeList: text(200).optional(),
          codes: z.array(FileCodeSchema).max(5000).optional(),
        }),
      )
      .max(5000),
    multiple: z.array(FileMultipleSchema).max(500).optional().describe('Multiple-response questions over columns.'),
    workings: z
      .array(
        z.strictObject({
          name: text(200).min(1),
          label: text(10_000),
          question: text(10_000).optional(),
          recipe: recipeOf(text(200)),
        }),
      )
      .max(5000)
      .optional()
      .describe('Variables made by workings; columns of these names are not taken in, but made again.'),
    order: z.array(text(200)).max(10_000).optional().describe('Names of all variables in the order of the roster.'),
    marks: z
      .record(
        text(200),
        z.strictObject({
          note: text(10_000).optional(),
          group: text(200).optional(),
          starred: z.boolean().optional(),
          shownOrder: z.array(z.string().max(1000)).max(5000).optional(),
          aside: z.boolean().optional(),
        }),
      )
      .optional()
      .describe('Notes, groups and stars, by the name of the variable.'),
    keptLists: z
      .record(text(200), z.array(FileCodeSchema).max(5000))
      .optional()
      .describe('Code lists that stay though nobody uses them, by name.'),
  })
  .openapi('CodebookFile');

export const WaitingIntakeSchema = z
  .object({
    id: z.string(),
    fileName: z.string(),
    bytes: z.int(),
    created: z.string(),
    respondents: z.int().nullable().describe('Null until it was read to its end.'),
  })
  .openapi('WaitingIntake');

export const AcceptSchema = z
  .strictObject({
    name: text(200).trim().min(1, 'Give the study a name.'),
    subtitle: text(200).optional(),
    columns: z
      .array(DecisionShape)
      .max(5000)
      .optional()
      .describe('Decisions that differ from what was understood, by column name.'),
    questions: z
      .array(FileMultipleSchema)
      .max(500)
      .optional()
      .describe('Multiple-response questions to build, beside those of the codebook.'),
    codebook: CodebookFileSchema.optional().describe('In the place of a codebook sent with the file.'),
  })
  .openapi('Acceptance');

const encoding = z.enum(ENCODINGS.map(([name]) => name) as [string, ...string[]]).describe('A character encoding.');

const numbers = z
  .record(text(200), z.enum(['.', ',', 'plain']))
  .refine((columns) => Object.keys(columns).length <= MOST_COLUMNS, 'Too many columns.')
  .optional()
  .describe(
    'Columns, by name, whose numbers are read in another way than those of the file: by a decimal sign, with ' +
      'thousands, currencies and percent signs; or only where they are plain, and all else as it stands.',
  );

export const LayoutSchema = z
  .discriminatedUnion('is', [
    z.strictObject({
      is: z.literal('delimited'),
      encoding,
      separator: z.string().length(1).describe('The character between cells.'),
      quote: z.string().max(1).describe('The character around a cell that holds a separator; empty: none.'),
      decimal: z.enum(['.', ',']).describe('Stands before fractions, where a column does not show it by itself.'),
      heading: z.boolean().describe('Whether the first row names the columns.'),
      short: z.enum(['aside', 'blank']).describe('A row with too few cells: set aside, or filled with blanks.'),
      picks: z
        .array(z.strictObject({ name: text(200), cell: z.int().min(0), character: z.int().min(0).nullable() }))
        .max(MOST_COLUMNS)
        .optional()
        .describe('Columns to make of the cells, where a codebook says so.'),
      numbers,
    }),
    z.strictObject({
      is: z.literal('workbook'),
      sheet: text(200),
      range: text(40).nullable().describe('"B3:F200"; null: all that is filled.'),
      heading: z.boolean(),
      numbers,
    }),
    z.strictObject({ is: z.literal('parquet'), numbers }),
    z.strictObject({ is: z.literal('json'), shape: z.enum(['array', 'lines']), numbers }),
    z.strictObject({
      is: z.literal('fixed'),
      encoding,
      skip: z.int().min(0).max(1000),
      fields: z
        .array(z.strictObject({ name: text(200), start: z.int().min(1), width: z.int().min(1).max(32_767) }))
        .min(1)
        .max(MOST_COLUMNS),
      numbers,
    }),
  ])
  .openapi('Layout');

const FoundCodeSchema = z.object({ code: z.string(), respondents: z.int() });

const ReadInSchema = z.object({
  respondents: z.int(),
  columns: z.array(
    z.object({
      name: z.string(),
      columnId: z.int(),
      level: sourceLevel,
      storage: z.enum(['coded8', 'coded16', 'number', 'text', 'sets']),
      codes: z.array(FoundCodeSchema),
      why: z.string(),
      guesses: z.array(
        z.object({
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
          codes: z.array(FoundCodeSchema),
        }),
      ),
      filled: z.int(),
      blank: z.int(),
      numbers: z
        .object({
          reading: z.enum(['.', ',', 'plain']),
          example: z.string().describe('A cell as it stands.'),
          as: z.number().nullable().describe('What it is read as; null: it stays text.'),
          other: z.object({ reading: z.enum(['.', ',', 'plain']), as: z.number().nullable() }),
          inDoubt: z.boolean().describe('Nothing in the file tells which of the two it is.'),
        })
        .nullable()
        .describe('How numbers that are not written plainly are read; null: all are, or there are none.'),
    }),
  ),
  questions: z.array(
    z.object({
      is: z.enum(['ticks', 'slots']),
      name: z.string(),
      label: z.string(),
      columns: z.array(
        z.object({
          name: z.string(),
          label: z.string(),
          ticked: z.string().nullable(),
          also: z.array(z.string()).optional(),
        }),
      ),
      none: z.object({ name: z.string(), ticked: z.string() }).nullable(),
      why: z.string(),
    }),
  ),
  unread: z.object({ rows: z.int(), first: z.array(z.object({ line: z.int(), why: z.string() })) }),
  remarks: z.array(z.string()),
});

export const IntakeSchema = z
  .object({
    id: z.string(),
    fileName: z.string(),
    bytes: z.int(),
    sha256: z.string(),
    created: z.string(),
    gzip: z.boolean(),
    sheets: z.array(z.object({ name: z.string(), hidden: z.boolean() })),
    layout: LayoutSchema.describe('How the file is read.'),
    found: LayoutSchema.describe('How it was found to be written.'),
    preview: z
      .object({
        columns: z.array(z.string()),
        rows: z.array(z.object({ line: z.int(), cells: z.array(z.string()), why: z.string().nullable() })),
      })
      .nullable(),
    state: z.enum(['reading', 'read', 'failed']),
    progress: z.object({ share: z.number(), rows: z.int() }),
    read: ReadInSchema.nullable().describe(
      'What came of reading it; null while it is being read, or where it cannot be.',
    ),
    fault: z
      .object({ kind: z.string(), message: z.string(), mend: z.string(), place: z.record(z.string(), z.unknown()) })
      .nullable(),
    codebook: z
      .object({
        fileName: z.string(),
        kind: z.string(),
        codebook: CodebookFileSchema,
        remarks: z.array(z.string()),
      })
      .nullable(),
    codebookSaysHow: z.boolean().describe('The codebook says how the file is read.'),
  })
  .openapi('Intake');

const codesFound = z.array(FoundCodeSchema);

export const ComparisonSchema = z
  .object({
    respondents: z.object({ before: z.int(), after: z.int() }),
    columns: z.array(
      z.object({
        name: z.string(),
        is: z.enum(['vanished', 'new', 'changed', 'same']),
        newCodes: codesFound.describe('Codes that only the new file has.'),
        goneCodes: codesFound.describe('Codes that the new file no longer has.'),
        notes: z.array(z.string()),
        base: z.object({ before: z.int().nullable(), after: z.int().nullable() }).describe('Respondents with a value.'),
      }),
    ),
    waves: z.array(z.string()),
  })
  .openapi('Comparison');

export const JoiningSchema = z
  .strictObject({
    as: z.enum(['wave', 'refresh']).describe('Beside the respondents of the study, or in their place.'),
    waves: z
      .strictObject({ before: text(200).trim().min(1), now: text(200).trim().min(1) })
      .optional()
      .describe('What the waves are called: the one before, if it has no name yet, and this one.'),
    take: z.array(text(200)).max(MOST_COLUMNS).optional().describe('New columns to take in; absent: all.'),
  })
  .openapi('Joining');
