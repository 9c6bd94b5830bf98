import { type Protection, ProtectionShape } from '../core/disclosure/protection-shape.js';
import { z } from './zod.js';
import { ADJUSTMENTS } from '../core/infer/adjust.js';
import { STANDINGS } from '../core/count/set-state.js';
import { CHOICES, readFigures } from '../core/table/figure-choice.js';
import { predictedShape } from '../core/table/predicted.js';
import { partsShape, SentenceShape } from '../core/table/sentence-shape.js';
import { SUMMARY_COLUMNS, SummaryShownShape } from '../core/table/summary-shape.js';
import { DisplayFields } from '../core/table/display.js';
import { REPORT_FORMAT_IDS, REPORT_FORMATS } from '../core/report/report-formats.js';
import { BaseLimitsShape, ShownShape } from '../core/table/shown-shape.js';
import { PERCENTS } from '../core/table/share.js';
import { QUESTIONS } from '../core/reading/types.js';
import { AssessmentSchema, ExactSchema } from './assess-schemas.js';

const called = z
  .union([z.int().min(1), z.string().trim().min(1).max(1000)])
  .describe('A variable by its id, its name or its label.');
/** The parts of a sentence whose variables are called by id, name or label. */
export const parts = partsShape<number | string>(called, 'Called');

const how = {
  ...DisplayFields,
  confidence: z.number().gt(0).lt(1).optional().describe('Of every interval and verdict; .95 where absent.'),
  predicted: predictedShape<number | string>(called).optional(),
  percent: z.enum(PERCENTS).optional().describe('Which percentages the sentences of the reading give.'),
  exact: ExactSchema.optional(),
  letters: z.enum(ADJUSTMENTS).optional().describe('Compares columns two by two, p adjusted so.'),
  summaryShown: SummaryShownShape.optional().describe('Of a summary: how it is shown; as usual, where absent.'),
};

/**
 * What is asked for by parts, each optional but the rows; or by a sentence in words.
 * @param how what can be said beside
 * @param example of a sentence
 */
export const askedBy = <How extends z.ZodRawShape>(how: How, example: string) =>
  z.union([
    z.strictObject({ ...parts, by: parts.by.default(null), only: parts.only.default([]), ...how }),
    z.strictObject({ sentence: z.string().min(1).max(10_000).describe(example), ...how }),
  ]);

/** A table by its parts, or by a sentence in words. */
export const TableAskedSchema = askedBy(how, '“Satisfaction by Site, only where Age 60 and over”.').openapi(
  'TableAsked',
);

/** Chosen figures as one word. */
export const FiguresWordSchema = z
  .string()
  .transform((text, check) => {
    const figures = readFigures(text);
    if (figures) return figures;
    const message = `Figures are named one after the other, with commas, and their decimals: "row-percent:0,count"`;
    check.addIssue({ code: 'custom', message: `${message}. There are ${CHOICES.join(', ')}` });
    return z.NEVER;
  })
  .describe(
    'Which figures stand beside counts, in their order: "row-percent,letters"; column percentages where absent. ' +
      `There are ${CHOICES.join(', ')}.`,
  );

/** A yes or no in an address. */
export const yesNo = z.enum(['true', 'false']).transform((word) => word === 'true');

/** A text that is JSON, as what it says. */
export const json = z.string().transform((text, check): unknown => {
  try {
    return JSON.parse(text);
  } catch {
    check.addIssue({ code: 'custom', message: 'It is not JSON' });
    return z.NEVER;
  }
});

/** A table as CSV, as its address asks for it. */
export const TableCsvSchema = z.strictObject({
  sentence: json.pipe(SentenceShape).describe('A Sentence as JSON.'),
  figures: FiguresWordSchema.optional(),
  ...DisplayFields,
  last: yesNo.default(false).describe("Other, none and don't know stand behind the rest."),
  sortNest: z.coerce.number().int().min(0).optional().describe('Which grouping that column is of, from 0.'),
  ascending: yesNo.default(false).describe('Where the rows are sorted: the smallest first.'),
  full: yesNo.default(false).describe('Rows and columns that nobody is in are left out.'),
  adjustment: z.enum(ADJUSTMENTS).default('holm').describe('How p is adjusted where letters compare columns.'),
  bases: json.pipe(BaseLimitsShape).optional().describe('A BaseLimits as JSON.'),
  confidence: z.coerce.number().gt(0.5).lt(1).optional().describe('Of limits and letters; .95 where absent.'),
  summary: json.pipe(SummaryShownShape).optional().describe('Of a summary: a SummaryShown as JSON.'),
});

const as = z.enum(REPORT_FORMAT_IDS).describe(
  `In which format: ${Object.entries(REPORT_FORMATS)
    .map(([id, { about }]) => `${id}, ${about}`)
    .join('; ')}.`,
);
const together = yesNo.default(false).describe('Of a workbook: all tables on one sheet; else a sheet each.');

const open = yesNo
  .default(false)
  .describe('Of a page (HTML): the browser shows it, to be read or printed; else it is saved.');

const least = (of: z.ZodType<number, number>, words: string) =>
  z.coerce.number().pipe(of).optional().describe(`Of a page to explore: ${words}`);
const { cell, base, share } = ProtectionShape.shape;

const protectedFrom = {
  leastCell: least(cell, 'a cell of fewer respondents is withheld; 5, where absent.'),
  leastBase: least(base, 'a group of fewer respondents is withheld; 10, where absent.'),
  largestShare: least(share, 'a group in which one has more of the sum of a number is withheld; .5, where absent.'),
};

/** What is withheld, as an address says it; what it does not say is as usual. */
export const protectionIn = ({
  leastCell,
  leastBase,
  largestShare,
}: {
  leastCell?: number | undefined;
  leastBase?: number | undefined;
  largestShare?: number | undefined;
}): Partial<Protection> => ({
  ...(leastCell === undefined ? {} : { cell: leastCell }),
  ...(leastBase === undefined ? {} : { base: leastBase }),
  ...(largestShare === undefined ? {} : { share: largestShare }),
});

/** A table as a file, as its address asks for it. */
export const TableFileSchema = z.strictObject({
  as,
  sentence: json.pipe(SentenceShape).describe('A Sentence as JSON.'),
  shown: json.pipe(ShownShape).describe('A Shown as JSON.'),
  open,
  ...protectedFrom,
});

/** The binder as a file, as its address asks for it. */
export const BinderFileSchema = z.strictObject({
  as,
  binder: z.coerce.number().int().min(1).optional().describe('Its id; the first binder, where absent.'),
  tables: z
    .string()
    .regex(/^\d{1,9}(,\d{1,9}){0,999}$/)
    .transform((text) => text.split(',').map(Number))
    .optional()
    .describe('Ids of tables, with commas; all that is in the binder, where absent.'),
  together,
  open,
  ...protectedFrom,
});

/** What of a binder is looked at before it is given to somebody. */
export const DisclosureAskedSchema = BinderFileSchema.omit({ as: true, together: true, open: true });

const smallPlace = z.object({ respondents: z.number(), where: z.string() }).nullable();

/** What the tables of a binder say of few respondents. */
export const DisclosureSchema = z
  .object({
    protection: ProtectionShape,
    tables: z.array(
      z.object({
        name: z.string(),
        caption: z.string(),
        disclosed: z.object({
          smallestCell: smallPlace.describe('The cell with the fewest respondents, of those with some.'),
          smallestBase: smallPlace,
          small: z.int().describe('Cells that are withheld, as too few stand behind them.'),
          beside: z.int().describe('Cells that are withheld beside them, as they would follow.'),
          alike: z.array(z.string()).describe('Groups who all gave one answer.'),
          dominant: z.array(z.object({ where: z.string(), share: z.number() })),
          extremes: z.boolean().describe('The least and the most of a number are withheld.'),
        }),
      }),
    ),
  })
  .openapi('Disclosure');

/** How far the file of a binder is. */
export const ReportProgressSchema = z
  .object({ done: z.number().describe('Steps done.'), of: z.number().describe('Of so many.') })
  .nullable()
  .openapi('ReportProgress', { description: 'Null where none is being written.' });

const step = z.object({ variable: z.int(), code: z.string(), label: z.string() });
const category = z.object({
  code: z.string(),
  label: z.string(),
  kind: z.string(),
  depth: z
    .int()
    .optional()
    .describe('Of a line of a table with nets: within so many of them. A net is of the kind "net".'),
  path: z.array(step).optional().describe('Of a nest: the category of each of its variables, the outermost first.'),
});
const numbers = z.array(z.number());
const words = z.string().nullable();

/** One of the five answers of a reading. */
export const ReadingAnswerSchema = z
  .object({
    id: z.enum(Object.keys(QUESTIONS) as [keyof typeof QUESTIONS]),
    question: z.string(),
    verdict: words.describe('In a few words.'),
    tests: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        text: z.string().describe('“χ²(20) = 148.2, p < .001”'),
        about: z.string().describe('What it does.'),
        lead: z.boolean().describe('The verdict stands on it.'),
        beside: z.boolean().optional().describe('The general test, beside a lead that looks for something of its own.'),
      }),
    ),
    measures: z.array(
      z.object({
        id: z.string(),
        name: z.string(),
        value: z.number(),
        lower: z.number().nullable(),
        upper: z.number().nullable(),
        range: z.tuple([z.number(), z.number()]).readonly().describe('The range it is drawn on.'),
        unit: z.enum(['coefficient', 'share', 'ratio']),
        about: z.string(),
        note: words.describe('Corrected for bias; or why there is no interval.'),
        detail: words.describe('Standard error and test.'),
        lead: z.boolean(),
      }),
    ),
    cells: z
      .array(
        z.object({
          subject: z.string(),
          parts: z.array(z.object({ text: z.string(), direction: z.enum(['more', 'fewer']), strong: z.boolean() })),
        }),
      )
      .describe('Cells of one column, or of one option, that carry the association.'),
    checks: z.array(z.object({ ok: z.boolean(), text: z.string() })),
    sentence: words.describe('For the report.'),
    notes: z.array(z.string()),
    size: z
      .object({ symbol: z.string(), value: z.number(), lower: z.number().nullable(), upper: z.number().nullable() })
      .nullable()
      .optional()
      .describe('What the words for size were read off.'),
    behind: z.boolean().optional().describe('It stands one step behind the others.'),
  })
  .openapi('ReadingAnswer');

const back = z
  .discriminatedUnion('is', [
    z.object({ is: z.literal('clause'), at: z.int() }),
    z.object({ is: z.literal('answer'), variable: z.int(), code: z.string() }),
    z.object({ is: z.literal('counted'), standing: z.enum(STANDINGS) }),
  ])
  .describe('What brings them in: a clause less, a code that counts as an answer (`codes`), a standing (`counted`).');

const TableAnswerSchema = z
  .object({
    title: z.string(),
    rows: z.array(category),
    columns: z.array(category).nullable().describe('Null for a frequency table: each figure has one column then.'),
    base: z.number(),
    columnBases: numbers,
    rowTotals: numbers,
    weighted: z
      .object({
        by: z.string(),
        base: z.number(),
        columnBases: numbers,
        rowTotals: numbers,
        effectiveBase: z.number(),
        effectiveColumnBases: numbers,
      })
      .nullable(),
    mentions: z.object({ columns: numbers, total: z.number() }).nullable(),
    total: z.number().describe('Respondents in the study.'),
    leftOut: z.array(
      z.object({
        why: z.string(),
        variable: z.string(),
        reason: z.string(),
        respondents: z.number(),
        back: back.optional(),
      }),
    ),
    figures: z
      .record(z.string(), z.array(z.array(z.number().nullable())))
      .describe('By id, row by row as the table stands; percentages from 0 to 100; null where a cell has none.'),
    all: z
      .record(z.string(), z.array(z.number().nullable()))
      .nullable()
      .describe('The same of all columns together, a value for each row; null for a frequency table.'),
    scale: z
      .record(
        z.string(),
        z.object({ label: z.string(), all: z.number().nullable(), columns: z.array(z.number().nullable()).nullable() }),
      )
      .describe(
        'Of a scale in the rows, by id: top-two, bottom-two (percent), net-difference (points), scale-mean and ' +
          'scale-sd, whose scores are 1, 2, 3 and so on. Null columns for a frequency table.',
      ),
    asked: z
      .array(
        z.object({
          is: z.enum(['answered', 'silent', 'everyone']),
          label: z.string(),
          all: z.record(z.string(), z.number().nullable()),
          columns: z.record(z.string(), z.array(z.number().nullable())).nullable(),
        }),
      )
      .describe(
        'Who was asked: who answered, a line for each kind of no answer, and all of them together; n, weighted-n and ' +
          'all-percent of each. Null columns for a frequency table.',
      ),
    letters: z
      .object({ columns: z.array(z.string().nullable()), cells: z.array(z.array(z.string())) })
      .nullable()
      .describe(
        'Columns compared two by two, where asked for: letters of columns whose share is lower by more than chance.',
      ),
    tests: AssessmentSchema.shape.tests,
    measures: AssessmentSchema.shape.measures,
    cells: AssessmentSchema.shape.cells,
    means: AssessmentSchema.shape.means,
    cautions: AssessmentSchema.shape.cautions,
    absent: AssessmentSchema.shape.absent,
    reading: z.array(ReadingAnswerSchema),
  })
  .openapi('TableAnswer');

const BlockAnswerSchema = TableAnswerSchema.extend({
  within: z.array(z.object({ code: z.string(), label: z.string(), table: TableAnswerSchema })).nullable(),
}).openapi('BlockAnswer');

const part = z.object({
  id: z.string(),
  value: z.union([z.number(), z.string()]).nullable(),
  unit: z.string(),
  decimals: z.int(),
});
const summaryFields = {
  lines: z.array(
    z.object({
      is: z.enum(['everyone', 'variable', 'category', 'figures', 'unanswered']),
      item: z.int().nullable().describe('Which of the rows it is of, from 0; null: of none.'),
      row: z.int().nullable().describe('Of a category: which of the lines of its row item, from 0.'),
      label: z.string(),
      form: z.string().describe('What its figures are, or those of the lines under it: “n (%)”.'),
      depth: z.int(),
      between: z.array(z.string()).describe('What stands before, between and behind the figures of a cell.'),
      cells: z.array(z.array(part)).describe('By column, all together first.'),
    }),
  ),
  columns: z.array(z.enum(SUMMARY_COLUMNS)),
  statistics: z
    .array(
      z.object({
        test: z.object({ id: z.string(), name: z.string(), text: z.string(), p: z.number() }).nullable(),
        adjustedP: z.number().nullable(),
        measure: z.object({ id: z.string(), name: z.string(), symbol: z.string(), value: z.number() }).nullable(),
        note: words,
      }),
    )
    .describe('Of each row; none where nothing stands across.'),
  adjusted: z.enum(ADJUSTMENTS).nullable(),
  notes: z.array(z.string()),
};
const SummaryAnswerSchema = z
  .object({
    ...summaryFields,
    within: z.array(z.object({ code: z.string(), label: z.string(), ...summaryFields })),
  })
  .openapi('SummaryAnswer');

export const WholeAnswerSchema = BlockAnswerSchema.partial()
  .extend({
    title: z.string(),
    blocks: z.array(BlockAnswerSchema).describe('Row items by what they stand by: first all of the first item.'),
    summary: SummaryAnswerSchema.optional().describe('Of a summary: its lines, and what is tested of each row.'),
  })
  .describe('A table of one block has the fields of the block too.')
  .openapi('WholeTableAnswer');
