import { z } from 'zod';

const FINDINGS = [
  'covered',
  'left-over',
  'doubled',
  'revived',
  'made-missing',
  'empty',
  'reconciled',
  'contradicted',
  'none-said',
  'gap',
  'overlap',
  'reaches',
  'suspect',
  'differs',
  'no-value',
  'wrong-way',
  'off-scale',
  'recomputed',
  'sheet',
  'agreement',
] as const;

const FindingShape = z.object({
  id: z.enum(FINDINGS),
  holds: z.boolean(),
  title: z.string().describe('One word or two that name the check, and what was found.'),
  text: z.string(),
  codes: z.array(z.string()),
});

const ReliabilityShape = z.object({
  respondents: z.int().describe('Who answered all items.'),
  alpha: z.number().nullable().describe("Cronbach's alpha; null where the sum does not vary."),
  items: z.array(
    z.object({
      label: z.string(),
      mean: z.number(),
      sd: z.number(),
      rest: z
        .number()
        .nullable()
        .describe('Correlation with the sum of the other items; null where one of the two does not vary.'),
      alphaWithout: z
        .number()
        .nullable()
        .describe("Cronbach's alpha of the other items; null for fewer than two of them."),
    }),
  ),
});

const ProofRowShape = z.object({
  code: z.string(),
  label: z.string(),
  missing: z.boolean(),
  respondents: z.int(),
  went: z.array(z.int()).describe('Respondents by new code, in the order of the columns.'),
});

/** What was checked of a working, and where the respondents of each old code went. */
export const ProofShape = z
  .object({
    holds: z.boolean(),
    findings: z.array(FindingShape),
    columns: z
      .array(z.object({ code: z.string(), label: z.string(), missing: z.boolean(), respondents: z.int() }))
      .describe('What respondents became.'),
    rows: z.array(ProofRowShape).describe('Old against new: a line for each old code.'),
    respondents: z.int(),
    reliability: ReliabilityShape.nullish().describe('Of a mean or a sum over items: how they go together.'),
  })
  .meta({ id: 'Proof' });

export type Finding = z.infer<typeof FindingShape>;
/** How items of a score go together. */
export type Reliability = z.infer<typeof ReliabilityShape>;
/** One line of "old against new": where the respondents of one old code went. */
export type ProofRow = z.infer<typeof ProofRowShape>;
export type Proof = z.infer<typeof ProofShape>;
