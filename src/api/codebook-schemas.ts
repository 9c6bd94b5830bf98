import { z } from './zod.js';
import { CODE_ORDERS } from '../core/codebook/code-order.js';
import { CODEBOOK_FIELDS } from '../core/codebook/cell-text.js';
import { ISSUE_KINDS } from '../core/codebook/health.js';
import { MISSING_REASONS } from '../core/codebook/types.js';
import { clauseShape } from '../core/table/sentence-shape.js';
import { CodeSchema, VariableEditSchema } from './schemas.js';

const id = z.int().min(1);
const code = z.string().max(1000);
const reason = z.enum(MISSING_REASONS).nullable();

export const ChangedSchema = z.object({ words: z.string().describe('What was done.') }).openapi('Changed');

export const EntryEditsSchema = z
  .strictObject({
    edits: z
      .array(VariableEditSchema.extend({ variable: id }))
      .min(1)
      .max(10_000)
      .describe('All are made, as one change, or none is.'),
    words: z.string().max(200).optional().describe('What the change is called where it can be undone.'),
  })
  .openapi('EntryEdits');

export const CodeListDraftSchema = z
  .strictObject({
    name: z.string().max(200).trim().min(1, 'Give the list a name.'),
    codes: z.array(CodeSchema).max(5000),
    changeFor: z
      .union([z.literal('all'), z.array(id).min(1).max(10_000)])
      .optional()
      .describe(
        'Where several variables use the list: change it for all, or for these, who then have one of their own.',
      ),
  })
  .openapi('CodeListDraft');

export const CodeListSchema = z
  .object({
    id,
    name: z.string(),
    kept: z.boolean().describe('It stays when no variable uses it.'),
    codes: z.array(CodeSchema),
    users: z.array(id).describe('Variables that use it.'),
    derived: z.boolean().describe('A working makes its codes.'),
  })
  .openapi('CodeList');

export const OrderSchema = z
  .strictObject({
    by: z.enum(CODE_ORDERS).describe('By value upwards, by frequency or average downwards, or the other way round.'),
    of: id.optional().describe('The variable whose average counts.'),
    codes: z.array(CodeSchema).max(5000).optional().describe('The codes as they stand on screen.'),
  })
  .openapi('CodeOrder');

export const MissingWantedSchema = z
  .strictObject({
    codes: z.array(code).min(1).max(100),
    missing: reason.describe('Why they are no answers; null: they are answers after all.'),
    variables: z.array(id).max(10_000).optional().describe('Variables to look at; absent: all.'),
  })
  .openapi('MissingWanted');

export const MissingPlanSchema = z
  .object({
    words: z.array(z.string()).describe('What will happen, a sentence for each code.'),
    lines: z.array(
      z.object({
        variable: id,
        code: z.string(),
        label: z.string(),
        respondents: z.int(),
        now: reason,
        leftAlone: z
          .enum(['labelled', 'among', 'same', 'derived'])
          .nullable()
          .describe('Why it stays what it is unless it is asked for by name; null: it is changed.'),
      }),
    ),
    respondents: z.int().describe('Who has one of the codes in a variable where it changes, each once.'),
  })
  .openapi('MissingPlan');

const MOST_DECLARED = 1000;

export const DeclareSchema = z
  .strictObject({
    missing: reason,
    in: z
      .array(
        z.strictObject({
          code,
          variables: z.array(id).min(1).max(10_000),
          missing: reason.optional().describe('For this code, in the place of the reason for all.'),
        }),
      )
      .min(1)
      .max(MOST_DECLARED),
  })
  .openapi('DeclareMissing');

export const ReachWantedSchema = z
  .strictObject({
    in: z
      .array(z.strictObject({ code, variables: z.array(id).max(10_000) }))
      .min(1)
      .max(MOST_DECLARED),
  })
  .openapi('ReachWanted');

export const ReachSchema = z
  .object({
    each: z.array(z.int()).describe('Respondents who have each code in at least one of its variables.'),
    any: z.int().describe('Respondents who have any of them.'),
  })
  .openapi('Reach');

export const RespondentsWantedSchema = z
  .strictObject({
    variables: z.array(id).min(1).max(200),
    only: z.array(clauseShape<number>(id, 'Kept')).max(40).default([]).describe('Clauses that all must hold.'),
    from: z.int().min(0).describe('The first of those inside the conditions, from 0.'),
    count: z.int().min(1).max(1000),
  })
  .openapi('RespondentsWanted');

export const RespondentsSchema = z
  .object({
    total: z.int().describe('Respondents inside the conditions.'),
    rows: z.array(
      z.object({
        respondent: z.int().describe('Their place in the file, from 1.'),
        cells: z
          .array(z.union([z.string(), z.number(), z.array(z.string()), z.null()]))
          .describe('As it stands in the data; of multiple response the options mentioned; null: blank.'),
      }),
    ),
  })
  .openapi('Respondents');

export const CodebookPlanSchema = z
  .object({
    fileName: z.string(),
    kind: z.string().describe('What the file was found to be.'),
    described: z.int().describe('Variables that it describes.'),
    remarks: z.array(z.string()).describe('What of it was not understood.'),
    edits: z
      .array(VariableEditSchema.extend({ variable: id, codes: z.array(CodeSchema).optional() }))
      .describe('To be sent as they are, to make them.'),
    lines: z
      .array(z.object({ variable: id, field: z.enum(CODEBOOK_FIELDS), before: z.string(), after: z.string() }))
      .describe('What becomes of each field.'),
    unknown: z.array(z.string()).describe('Variables of the file that the study does not have.'),
    leftAlone: z.array(z.string()).describe('What is not taken over, and why.'),
  })
  .openapi('CodebookPlan');

export const HealthListSchema = z
  .array(
    z.object({
      is: z.enum(ISSUE_KINDS),
      variable: id,
      codes: z.array(z.string()),
      respondents: z.int(),
      text: z.string(),
      declare: z
        .array(z.object({ code: z.string(), missing: z.enum(MISSING_REASONS) }))
        .describe('Of codes that are probably no answer: each with its reason.'),
      decimal: z.enum(['.', ',']).nullable().describe('Of text that looks like numbers: what stands before fractions.'),
    }),
  )
  .openapi('HealthList');
