import { z } from 'zod';
import { ADJUSTMENTS } from '../infer/adjust.js';
import { SweepShownShape } from '../sweep/sweep-shape.js';
import { FigureChoicesShape } from './figure-choice.js';
import { DisplayFields } from './display.js';
import { PredictedShape } from './predicted.js';
import { HANDED, PICTURES } from './picture-kinds.js';
import { SummaryShownShape } from './summary-shape.js';

/** Narrower a picture has no room for its names. */
const LEAST_WIDE = 400;
const MOST_WIDE = 2000;

/** How wide a picture is drawn where nobody says it, in points. */
export const USUAL_WIDE = 690;

/** A block of a table, and the stratum of it, whose reading is kept. */
const KeptReadingShape = z
  .strictObject({
    item: z.int().min(0).max(999).describe('Which of the rows, from 0.'),
    nest: z.int().min(0).max(999).describe('Which of the groupings side by side, from 0.'),
    stratum: z
      .string()
      .max(200)
      .optional()
      .describe('The code of a category that it is within; absent: what is said of all of them beside each other.'),
    together: z
      .literal(true)
      .optional()
      .describe('All categories that it is within are read as one table; not beside `stratum`.'),
  })
  .refine(({ stratum, together }) => !(together && stratum !== undefined), {
    error: 'one stratum is read, or all of them together',
  })
  .meta({ id: 'KeptReading' });
export type KeptReading = z.infer<typeof KeptReadingShape>;

const limit = z.int().min(0).max(1_000_000);

export const BaseLimitsShape = z
  .strictObject({
    small: limit.optional().describe('A base under this is marked as small; 30, where absent.'),
    hide: limit.optional().describe('The figures of a column on a base under this are not shown; none, where absent.'),
    compare: limit
      .optional()
      .describe('A column on a base under this is not compared with others, and p is adjusted without it.'),
  })
  .meta({ id: 'BaseLimits' });

/** From how many respondents on a column counts. With a weight these are respondents of equal weight. */
export type BaseLimits = z.infer<typeof BaseLimitsShape>;

/** What of a table is shown, as it is sent and kept. */
export const ShownShape = z
  .strictObject({
    figures: FigureChoicesShape.optional().describe(
      'What stands in each cell, in this order; where absent, what is usual for the table: column percentages and ' +
        'counts, or the columns of a frequency table.',
    ),
    signs: z.boolean().optional().describe('A percent sign stands behind each percentage.'),
    hatch: z.boolean().describe('Cells that depart from independence are hatched.'),
    ...DisplayFields,
    predicted: PredictedShape.optional(),
    shares: z
      .record(z.string(), z.number().min(0))
      .optional()
      .describe('Of a frequency table: the shares that are expected, by code, in any unit.'),
    summary: SummaryShownShape.optional().describe('Of a summary: how it is shown; as usual, where absent.'),
    sweep: SweepShownShape.optional().describe(
      'Each block stands as one line: n, the test that leads with p adjusted over the list, strength and direction.',
    ),
    bases: BaseLimitsShape.optional().describe('From how many respondents on columns count; as usual, where absent.'),
    picture: z.enum(PICTURES).optional().describe('The picture under the table; the usual one, where absent.'),
    plain: z.boolean().optional().describe('The picture has no figures written in it.'),
    heading: z
      .string()
      .trim()
      .min(1)
      .max(200)
      .optional()
      .describe('The title of the picture; the sentence, where absent.'),
    wide: z
      .int()
      .min(LEAST_WIDE)
      .max(MOST_WIDE)
      .optional()
      .describe('How wide the picture is drawn, in points; 690, where absent.'),
    handed: z
      .enum(HANDED)
      .optional()
      .describe('What stands in the binder and in files: the table, its picture, or both; the table, where absent.'),
    readings: z
      .array(KeptReadingShape)
      .max(40)
      .optional()
      .describe('Whose reading stands under the table in the binder; nobody’s, where absent.'),
    confidence: z
      .number()
      .gt(0.5)
      .lt(1)
      .optional()
      .describe('Of every interval, letter and verdict; .95 where absent.'),
    adjustment: z
      .enum(ADJUSTMENTS)
      .optional()
      .describe('How p is adjusted where letters compare columns, and over the lines of a sweep; Holm, where absent.'),
  })
  .meta({ id: 'Shown' });

export type Shown = z.infer<typeof ShownShape>;
