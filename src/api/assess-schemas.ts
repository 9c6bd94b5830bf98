import { z } from './zod.js';
import type { AssessRequest, StrataRequest, TableRequest } from '../core/assess/requests.js';
import { Fault } from '../core/fault.js';
import { ADJUSTMENTS } from '../core/infer/adjust.js';
import { ALONE, DEFAULT_DRAWS, DEFAULT_SEED, DEFAULT_WORK, MOST_DRAWS, MOST_WORK } from '../core/infer/exact/exact.js';
import { METRICS } from '../core/statistic/subjects.js';
import { VARIANT_WORDS } from '../core/reading/variant-words.js';
import { MEASURES, TESTS, TEST_IDS, MEASURE_IDS } from '../core/statistic/registry.js';
import { parseWith } from '../core/parse-with.js';

const row = z.array(z.number()).max(100_000);
const matrix = z.array(row).max(100_000);
const level = z.enum(['unordered', 'ordered']);
const scores = z.array(z.number()).max(100_000);
const positions = z.array(z.int().min(0)).max(100_000);
const ofAxes = z.strictObject({
  rows: positions.optional().describe('Of the rows.'),
  columns: positions.optional().describe('Of the columns.'),
});

export const ExactSchema = z
  .strictObject({
    method: z
      .enum(['auto', 'exact', 'monte-carlo', 'none'])
      .optional()
      .describe(
        'How exact p-values of tables larger than 2 x 2 and of one-way counts are come by. auto (where not ' +
          'given): exact within the work, beyond it from a sample; exact: or not at all; monte-carlo: from a ' +
          'sample at once; none: not at all.',
      ),
    work: z
      .int()
      .min(1)
      .max(MOST_WORK)
      .optional()
      .describe(
        `Steps that one exact test may take; ${DEFAULT_WORK} where not given, shared by more than ${ALONE} tables.`,
      ),
    draws: z
      .int()
      .min(100)
      .max(MOST_DRAWS)
      .optional()
      .describe(
        `Tables drawn for a sample; ${DEFAULT_DRAWS} where not given, fewer for over 1,000 cells or ${ALONE} tables.`,
      ),
    seed: z
      .int()
      .min(0)
      .max(2 ** 31 - 1)
      .optional()
      .describe(`The same seed draws the same tables; ${DEFAULT_SEED} where not given.`),
  })
  .openapi('ExactOptions');

const common = {
  confidence: z.number().gt(0).lt(1).optional().describe('Of every interval; .95 where not given.'),
  exact: ExactSchema.optional().describe('How exact p-values are to be come by.'),
};

const adjustment = z
  .enum(ADJUSTMENTS)
  .optional()
  .describe('How p-values of cells, of pairs of columns and of options are adjusted; holm where not given.');

const tableOptions = {
  ...common,
  rowLevel: level.optional().describe('Whether the rows have an order; said, it adds a caution or a collapsing check.'),
  columnLevel: level.optional().describe('Whether the columns have an order.'),
  rowScores: scores.optional().describe('A score for each row; 1, 2, 3 and so on where not given.'),
  columnScores: scores.optional().describe('A score for each column.'),
  adjustment,
  groups: z
    .enum(['rows', 'columns'])
    .optional()
    .describe('Which axis holds the groups that risk ratio and risk difference compare; rows where not given.'),
  cuts: ofAxes
    .optional()
    .describe(
      'The grouping whose place the collapsing check tells: positions, from 0, after which its groups end. ' +
        'Every category for itself where not given.',
    ),
};

const TableRequestSchema = z
  .strictObject({
    counts: matrix.describe('Respondents, rows by columns; with weights, unweighted and whole.'),
    weights: z
      .strictObject({
        sums: matrix.describe('For each cell, the sum of the weights.'),
        squares: matrix.describe('For each cell, the sum of the squared weights.'),
      })
      .optional()
      .describe('Weights of the respondents, added up in each cell.'),
    ...tableOptions,
    offScale: ofAxes
      .optional()
      .describe(
        'Positions, from 0, of categories that are not on the scale: they count in the table, and what reads an ' +
          'order (scores, gamma, means) leaves them out.',
      ),
  })
  .openapi('TableRequest');

const StrataRequestSchema = z
  .strictObject({
    strata: z.array(matrix).min(2).max(10_000).describe('A table of counts for each stratum, all of one shape.'),
    counts: matrix.optional().describe('Their sum; may be left out.'),
    ...tableOptions,
  })
  .openapi('StrataRequest');

const OneWayRequestSchema = z
  .strictObject({
    oneWay: z
      .strictObject({
        counts: scores.min(1).describe('Respondents in each category.'),
        proportions: scores.optional().describe('Expected shares, of any sum; equal where not given.'),
      })
      .describe('Counts over one set of categories.'),
    ...common,
  })
  .openapi('OneWayRequest');

const RelatedRequestSchema = z
  .strictObject({
    related: z
      .strictObject({
        answers: z
          .array(row)
          .min(1)
          .max(1_000_000)
          .describe('A line for each pattern of answers: 1 for yes or 0 for no, one for each question.'),
        times: z.array(z.number()).optional().describe('Respondents with each pattern; 1 where not given.'),
      })
      .describe('Yes/no answers of the same respondents.'),
    ...common,
  })
  .openapi('RelatedRequest');

const CodingsRequestSchema = z
  .strictObject({
    codings: z
      .strictObject({
        units: z
          .array(z.array(z.union([z.number(), z.array(z.number()).max(1000)]).nullable()).max(10_000))
          .min(1)
          .max(1_000_000)
          .describe(
            'A line for each unit: the value of each coder, null where there is none; for the distances of sets, ' +
              'jaccard and masi, a list of codes, empty where none fits.',
          ),
        metric: z.enum(METRICS).optional().describe('How far apart values are taken to be; nominal where not given.'),
      })
      .describe('Codings of the same units.'),
    ...common,
  })
  .openapi('CodingsRequest');

const MultipleRequestSchema = z
  .strictObject({
    multiple: z
      .strictObject({
        groups: z.array(z.int().min(0)).min(1).max(5_000_000).describe('For each respondent a group, from 0.'),
        mentions: z
          .array(z.array(z.int().min(0)).max(10_000))
          .describe('For each respondent the options mentioned, from 0.'),
        options: z.int().min(1).max(10_000).describe('How many options there are.'),
        weights: z
          .array(z.number())
          .nullable()
          .optional()
          .describe('For each respondent a weight above 0; null: none.'),
      })
      .describe('A question that several answers may be given to, by groups.'),
    adjustment,
    ...common,
  })
  .openapi('MultipleRequest');

const NumbersRequestSchema = z
  .strictObject({
    numbers: z
      .strictObject({
        groups: z.array(row).min(1).max(10_000).describe('For each group the numbers of its respondents.'),
        weights: z.array(row).optional().describe('For each number a weight above 0.'),
      })
      .describe('Numbers of respondents in groups that do not overlap.'),
    adjustment,
    ...common,
  })
  .openapi('NumbersRequest');

export const AssessRequestSchema = z
  .union([
    TableRequestSchema,
    StrataRequestSchema,
    OneWayRequestSchema,
    RelatedRequestSchema,
    CodingsRequestSchema,
    MultipleRequestSchema,
    NumbersRequestSchema,
  ])
  .openapi('AssessRequest');

const BY_KEY = {
  strata: StrataRequestSchema,
  oneWay: OneWayRequestSchema,
  related: RelatedRequestSchema,
  codings: CodingsRequestSchema,
  multiple: MultipleRequestSchema,
  numbers: NumbersRequestSchema,
  counts: TableRequestSchema,
};

/**
 * Takes a request for what it says it is, so that what is wrong with it is told of that kind and not of all seven.
 * @throws Fault naming the field or the cell
 */
export function parseAssess(input: unknown): AssessRequest {
  if (typeof input !== 'object' || input === null || Array.isArray(input)) {
    throw new Fault('invalid', 'The request is not an object.', 'Give {"counts": [[...], ...]}.');
  }
  const kind = (Object.keys(BY_KEY) as (keyof typeof BY_KEY)[]).find((key) => key in input);
  if (!kind) {
    throw new Fault(
      'invalid',
      'The request holds nothing to assess.',
      `Give one of ${Object.keys(BY_KEY).reverse().join(', ')}.`,
      { field: 'counts' },
    );
  }
  return parseWith<TableRequest | StrataRequest | AssessRequest>(BY_KEY[kind], input);
}

const SamplingSchema = z
  .object({
    method: z.enum(['exact', 'monte-carlo']).describe('Whether p is over all tables or over a sample of them.'),
    work: z.int().optional().describe('Steps that the exact method took.'),
    draws: z.int().optional().describe('Tables drawn.'),
    seed: z.int().optional().describe('The seed they were drawn from.'),
    lower: z.number().optional().describe('Lower end of the 99% interval for p.'),
    upper: z.number().optional().describe('Upper end of it.'),
  })
  .openapi('Sampling');

const testFields = {
  statistic: z.number().optional().describe('Of an exact test absent, except where it orders the tables.'),
  df: z.number().optional().describe('Degrees of freedom of a chi-square.'),
  df1: z.number().optional().describe('Of an F, numerator.'),
  df2: z.number().optional().describe('Of an F, denominator.'),
  p: z.number().describe('Two-sided where the test has sides.'),
  pLess: z.number().optional().describe('One-sided: the first cell (of a trend, the rise) is smaller.'),
  pGreater: z.number().optional().describe('One-sided: it is larger.'),
  deff: z.number().optional().describe('Mean generalised design effect.'),
  raw: z.number().optional().describe('X² before the correction for respondents in several rows.'),
  sampling: SamplingSchema.optional().describe('How an exact p was come by.'),
};

const VariantSchema = z.object(testFields).openapi('TestVariant');

const TestSchema = z
  .object({
    ...testFields,
    variants: z
      .object(
        Object.fromEntries(
          Object.entries(VARIANT_WORDS).map(([id, words]) => [id, VariantSchema.optional().describe(words)]),
        ),
      )
      .optional()
      .describe('Other forms of the same test.'),
  })
  .openapi('Test');

const MeasureSchema = z
  .object({
    value: z.number().describe('The measure.'),
    ase: z.number().optional().describe('Asymptotic standard error, not assuming independence.'),
    lower: z.number().optional().describe('Lower end of the interval, as its method gives it.'),
    upper: z.number().optional().describe('Upper end of it.'),
    z: z.number().optional().describe('Value over the standard error that assumes independence.'),
    p: z.number().optional().describe('Two-sided p of z.'),
    adjusted: z.number().optional().describe("Of the contingency coefficient: Sakoda's adjusted value."),
    noInterval: z.string().optional().describe('Why there is no interval.'),
  })
  .openapi('Measure');

const testsById = z
  .object(
    Object.fromEntries(TESTS.map(({ id, name, about }) => [id, TestSchema.optional().describe(`${name}. ${about}`)])),
  )
  .describe('Tests by id; one that this input does not have is absent, with its reason under absent.');
const measuresById = z
  .object(
    Object.fromEntries(
      MEASURES.map(({ id, name, about }) => [id, MeasureSchema.optional().describe(`${name}. ${about}`)]),
    ),
  )
  .describe('Measures by id; after the colon, what is predicted.');

const SpanSchema = z
  .object({
    least: z.number().describe('The smallest over all groupings.'),
    most: z.number().describe('The largest.'),
    own: z.number().describe('Of the own grouping.'),
    rank: z.number().describe('Share of the groupings whose figure is no larger than the own one.'),
  })
  .openapi('Span');

export const AssessmentSchema = z
  .object({
    tests: testsById,
    measures: measuresById,
    cells: z
      .object({
        expected: matrix.describe('Expected count.'),
        contribution: matrix.describe('Share of X², 0 to 1.'),
        pearsonResidual: matrix.describe('(n - e)/sqrt(e).'),
        adjustedResidual: matrix.describe('The residual over its standard error.'),
        p: matrix.describe('Two-sided p of the adjusted residual.'),
        adjustedP: matrix.describe('That p adjusted over all cells.'),
      })
      .nullable()
      .describe('In the shape of the table without its empty rows and columns.'),
    columnProportions: z
      .object({
        adjustment: z.enum(ADJUSTMENTS).describe('How p was adjusted.'),
        above: z
          .array(z.array(z.array(z.int())))
          .describe('For each row and column, the columns (from 0) whose share is lower by more than chance.'),
        pairs: z
          .array(
            z.object({
              row: z.int().describe('From 0.'),
              columns: z.array(z.int()).length(2).describe('The two columns, from 0.'),
              difference: z.number().describe('Share in the first column less that in the second.'),
              z: z.number().describe('Pooled z; with weights, the difference over its linearised error.'),
              p: z.number().describe('Two-sided p of z.'),
              adjustedP: z.number().describe('Adjusted over all pairs of columns within the row.'),
            }),
          )
          .describe('Every pair of columns in every row.'),
      })
      .nullable()
      .describe('Column proportions two by two; null where there are more than 200,000 pairs.'),
    means: z
      .object({
        adjustment: z.enum(ADJUSTMENTS).describe('How p was adjusted.'),
        above: z
          .array(z.array(z.int()))
          .describe('For each group, those (from 0) whose mean is lower by more than chance.'),
        pairs: z
          .array(
            z.object({
              groups: z.array(z.int()).length(2).describe('The two groups, from 0.'),
              difference: z.number().describe('Mean of the first less that of the second.'),
              error: z.number().describe('Its standard error.'),
              df: z.number().describe("Welch's degrees of freedom; with weights N - k."),
              lower: z.number().describe('Lower end of its interval, not adjusted.'),
              upper: z.number().describe('Upper end of it.'),
              p: z.number().describe("Two-sided p of Welch's t."),
              adjustedP: z.number().describe('Adjusted over all pairs.'),
            }),
          )
          .describe('Every pair of groups that each have a spread.'),
      })
      .nullable()
      .describe('Of numbers in groups, their means two by two; null where there are more than 100 groups.'),
    collapsing: z
      .array(
        z.object({
          axis: z.enum(['rows', 'columns']).describe('Which axis is grouped.'),
          of: z.string().optional().describe('What is grouped, where that is not the axis itself.'),
          codes: z.int().describe('Codes that are grouped.'),
          groupings: z.int().describe('Order-preserving groupings of them into two groups or more.'),
          cuts: z.array(z.int()).describe('Positions after which the groups of the own grouping end.'),
          V: SpanSchema.describe("Of Cramer's V."),
          gamma: SpanSchema.nullable().describe('Of gamma; null where a grouping leaves no pair ordered.'),
          p: SpanSchema.describe("Of Pearson's chi-square; with weights, of the Rao-Scott test."),
          significant: z.int().describe('Groupings whose p is below 1 - confidence.'),
          dependsOnCut: z.boolean().describe('Whether the verdict or the sign of gamma changes with the grouping.'),
        }),
      )
      .describe(
        'One for each axis that is said to be ordered and has 3 to 18 codes; with weights, up to as many as ' +
          'can be gone through.',
      ),
    options: z
      .array(
        z.object({
          option: z.int().describe('From 0.'),
          rates: z.array(z.number()).describe('Share of each group that mentioned it.'),
          tests: testsById,
          measures: measuresById,
          adjustedP: z.number().describe('p of its test adjusted over the options.'),
          residuals: z.array(z.number()).describe('Adjusted residual of the mentions, by group.'),
          expected: z.array(z.number()).describe('Expected mentions, by group.'),
        }),
      )
      .describe('Of a multiple-response question, one for each option that can be tested.'),
    dropped: z
      .object({
        rows: z.array(z.int()).describe('Positions of rows.'),
        columns: z.array(z.int()).describe('Positions of columns.'),
      })
      .describe('Empty rows and columns, from 0.'),
    absent: z
      .array(
        z.object({
          id: z.enum([...TEST_IDS, ...MEASURE_IDS]).describe('The statistic.'),
          reason: z.string().describe('Why, in a sentence.'),
        }),
      )
      .describe('Statistics that have no value here, each with its reason.'),
    cautions: z
      .array(z.object({ id: z.string().describe('What kind of caution.'), text: z.string().describe('The caution.') }))
      .describe('What to mind, in sentences.'),
    base: z
      .object({
        N: z.number().describe('Respondents, or the sum of their weights.'),
        respondents: z.number().describe('Respondents, whatever their weights.'),
        effective: z.number().describe("Kish's effective base."),
        rows: z.int().describe('Rows that someone is in.'),
        columns: z.int().describe('Columns that someone is in.'),
        smallestExpected: z.number().nullable().describe('The smallest expected count.'),
        smallExpected: z.int().describe('Cells with an expected count below 5.'),
      })
      .describe('What all of it stands on.'),
  })
  .openapi('Assessment');
