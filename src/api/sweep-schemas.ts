import { ADJUSTMENTS } from '../core/infer/adjust.js';
import { SWEEP_SORTS } from '../core/sweep/sweep-shape.js';
import { LEVELS } from '../core/codebook/types.js';
import { json, parts, yesNo } from './table-schemas.js';
import { z } from './zod.js';

const how = {
  confidence: z.number().gt(0).lt(1).optional().describe('Of every interval; .95 where absent.'),
  adjustment: z.enum(ADJUSTMENTS).optional().describe('How p is adjusted over the list; Holm, where absent.'),
  sort: z.enum(SWEEP_SORTS).optional().describe('What comes first; the strongest, where absent.'),
};

/** A sweep by its parts, or by a sentence in words. */
export const SweepAskedSchema = z
  .union([
    z.strictObject({
      rows: parts.rows.optional().describe('The variables; all that are no text and no list of names, where absent.'),
      by: parts.by,
      only: parts.only.default([]),
      weight: parts.weight,
      ...how,
    }),
    z.strictObject({
      sentence: z.string().min(1).max(100_000).describe('“Satisfaction, Will renew by Site and Season”.'),
      ...how,
    }),
  ])
  .openapi('SweepAsked');

/** A sweep as CSV, as its address asks for it. */
export const SweepCsvSchema = z.strictObject({
  asked: z.string().max(200_000).pipe(json).pipe(SweepAskedSchema).describe('A SweepAsked as JSON.'),
});

/** How a kept sweep is asked for. */
export const KeptSweepQuerySchema = z.strictObject({
  now: yesNo.optional().describe('Of a frozen one: as the study is now.'),
});

const end = z.number().nullable();

const measure = z.object({ id: z.string(), symbol: z.string(), value: z.number(), lower: end, upper: end }).nullable();

const SweptLineSchema = z
  .object({
    variable: z.int(),
    by: z.array(z.int()).describe('What stands across, the outermost first.'),
    title: z.string(),
    byTitle: z.string(),
    level: z.enum(LEVELS),
    n: z.int().describe('Respondents in the table.'),
    test: z
      .object({ id: z.string(), name: z.string(), text: z.string(), p: z.number() })
      .nullable()
      .describe('The one that leads in the reading of the table.'),
    adjustedP: z.number().nullable().describe('Over all tests of the list.'),
    strength: measure.describe("Cramer's V, or eta of a number."),
    gamma: measure.describe('Of two ordered variables.'),
    direction: z
      .object({
        of: z.string().describe('A category, the top two of a scale, or the mean.'),
        unit: z.enum(['percent', 'mean']),
        decimals: z.int(),
        all: z.number(),
        groups: z.array(z.object({ label: z.string(), value: z.number().nullable() })),
      })
      .nullable(),
    note: z.string().nullable(),
  })
  .openapi('SweptLine');

export const SweepSchema = z
  .object({
    title: z.string(),
    adjustment: z.enum(ADJUSTMENTS),
    lines: z.array(SweptLineSchema),
    notes: z.array(z.string()),
  })
  .openapi('Sweep');
