import { MarkShape, VERDICTS } from '../core/recode/theme/mark.js';
import { nameQuery } from './name-query.js';
import { z } from './zod.js';

const name = z.string().trim().min(1).max(80);
const verdict = z.enum(VERDICTS);
const themes = z.array(z.int().min(1)).max(100).describe('Themes of the code sheet, by their ids.');

export const CoderQuery = z.object({
  coder: name.optional().describe('Whose codings are told; absent: what counts, of all coders.'),
});

const SaidSchema = z
  .object({ verdict, themes })
  .describe('themes: it has those; fits-nothing, unclear, left-out: it has none, and why.')
  .openapi('AnswerSaid');

export const CodingsFileQuery = nameQuery('file').extend({
  coder: name.optional().describe('Who coded, of lines that do not say it.'),
});

export const AnswersToCodeSchema = z
  .object({
    answers: z.array(
      z.object({
        text: z.string().describe('What respondents said; a line for each of several variables.'),
        respondents: z.int().describe('Who said the same.'),
        first: z.int().describe('The place of the first of them in the data, from 1.'),
        said: SaidSchema.nullable().describe('Null: it is not coded yet.'),
        open: z.boolean().describe('Of what counts: coders differ, and it is not settled.'),
        quote: MarkShape.shape.quote,
      }),
    ),
    left: z.int().describe('Answers that are not coded yet.'),
  })
  .openapi('AnswersToCode');

export const CodingsSchema = z
  .strictObject({
    coder: name.describe('Who codes, or who settles.'),
    settles: z.boolean().optional().describe('It settles what coders said differently.'),
    codings: z
      .array(
        z.strictObject({
          texts: z.array(MarkShape.shape.text).min(1).max(100_000).describe('Answers of which the same is said.'),
          verdict: verdict.nullable().describe('Null: what was said of them is taken back.'),
          themes: themes.default([]),
        }),
      )
      .min(1)
      .max(100_000),
  })
  .openapi('Codings');

export const QuotationSchema = z
  .strictObject({ coder: name, text: MarkShape.shape.text, quote: MarkShape.shape.quote })
  .openapi('Quotation');

export const CodingsKeptSchema = z.object({ answers: z.int() }).openapi('CodingsKept');

export const CodingsTakenSchema = CodingsKeptSchema.extend({
  unknown: z.int().describe('Of those, codings of answers that nobody gives in the study.'),
}).openapi('CodingsTaken');

export const FileLinesSchema = z
  .array(z.object({ line: z.int(), cells: z.array(z.string()) }))
  .describe('The heading first.')
  .openapi('FileLines');

export const SheetHistorySchema = z
  .array(
    z.object({
      entry: z.int().describe('Of the ledger.'),
      madeAt: z.string(),
      words: z.array(z.string()).describe('What was changed, a sentence each.'),
    }),
  )
  .openapi('SheetHistory');

export const AgreementQuery = z.object({
  first: name,
  second: name,
  confidence: z.coerce.number().gt(0).lt(1).optional().describe('Of the intervals; .95 where absent.'),
});

const share = z.number().nullable();
const AgreedSchema = z
  .object({ value: share, lower: share, upper: share, why: z.string().nullable() })
  .describe('A measure with its interval; without a value, why there is none.');

export const AgreementSchema = z
  .object({
    first: z.string(),
    second: z.string(),
    answers: z.int().describe('Different answers that both coded.'),
    alike: z.int().describe('Of those, answers to which both gave the same.'),
    open: z.int().describe('Answers on which they differ and nothing is settled.'),
    alpha: z
      .object({ jaccard: AgreedSchema, masi: AgreedSchema })
      .describe('Krippendorff’s alpha of the sets of themes, by the distance that is named.'),
    themes: z.array(
      z.object({
        theme: z.int(),
        name: z.string(),
        both: z.int(),
        first: z.int().describe('Answers that the first alone gave it.'),
        second: z.int().describe('Answers that the second alone gave it.'),
        neither: z.int(),
        share: share.describe('Of the answers on which they agree, 0 to 1.'),
        kappa: AgreedSchema.describe('Cohen’s kappa of this theme, given or not.'),
      }),
    ),
    differences: z.array(
      z.object({
        text: z.string(),
        first: MarkShape,
        second: MarkShape,
        alike: z.boolean(),
        settled: MarkShape.nullable(),
      }),
    ),
  })
  .openapi('CodingAgreement');
