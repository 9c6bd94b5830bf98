import { z } from 'zod';

const range = z.object({ minimum: z.number(), maximum: z.number() });

/** A number by groups: where it is dense; as it is sent and kept. */
export const DensitiesShape = z.object({
  of: z.literal('densities'),
  title: z.string(),
  grid: z.array(z.number()).describe('Places from the least number to the largest, the same for all groups.'),
  groups: z.array(
    z.object({
      code: z.string(),
      label: z.string(),
      n: z.int().describe('Respondents with a number.'),
      median: z.number(),
      bandwidth: z
        .number()
        .nullable()
        .describe('Of the normal kernel (Silverman 1986); null: all numbers are the same.'),
      heights: z.array(z.number()).nullable().describe('At each place of the grid; the area under them is 1.'),
    }),
  ),
});

/** Two numbers of each respondent; as they are sent and kept. */
export const PairsShape = z.object({
  of: z.literal('pairs'),
  xTitle: z.string(),
  yTitle: z.string().describe('The number in the rows, which the line predicts.'),
  n: z.int().describe('Respondents with both numbers.'),
  x: range,
  y: range,
  points: z
    .array(z.tuple([z.number(), z.number(), z.int()]))
    .nullable()
    .describe('x, y, and how many respondents have both; null beyond 5,000 respondents.'),
  hexagons: z
    .object({
      wide: z.number(),
      high: z.number(),
      cells: z.array(z.object({ x: z.number(), y: z.number(), respondents: z.int() })),
    })
    .nullable()
    .describe('Beyond 5,000 respondents: a honeycomb, by the middle of each cell.'),
  moments: z
    .object({
      weight: z.number(),
      meanX: z.number(),
      meanY: z.number(),
      xx: z.number(),
      yy: z.number(),
      xy: z.number(),
    })
    .nullable()
    .describe('What all with both numbers count as, their means, and sums of squares and products about these.'),
  r: z
    .object({
      value: z.number(),
      lower: z.number().nullable(),
      upper: z.number().nullable(),
      p: z.number().nullable(),
      error: z.number().nullable().describe("Of Fisher's z where respondents count unevenly; else null: 1/√(n − 3)."),
    })
    .nullable()
    .describe("Pearson's r: limits by Fisher's z, with a weight by linearisation; null where a number does not vary."),
  line: z
    .object({ slope: z.number(), intercept: z.number() })
    .nullable()
    .describe('By least squares; with a weight, weighted.'),
});

/** How numbers lie, as it is kept. */
export const SpreadShape = z.discriminatedUnion('of', [DensitiesShape, PairsShape]);
