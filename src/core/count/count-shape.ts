import { z } from 'zod';
import { SET_STATES } from './set-state.js';

const counted = z.array(z.number());

/** The numbers of one group. */
const groupNumbers = z
  .object({
    n: z.int(),
    weight: z.number().describe('What respondents count as together.'),
    weightSquares: z.number(),
    mean: z.number(),
    squares: z.number().describe('Σw(x - mean)².'),
    errorSquares: z.number().describe('Σw²(x - mean)².'),
    fromMedian: z.number().describe('Σw|x - median|.'),
    rankSum: z.number().nullable().describe('Of midranks among all in the base; null with a weight.'),
    minimum: z.number(),
    lowerQuartile: z.number(),
    median: z.number(),
    upperQuartile: z.number(),
    maximum: z.number(),
  })
  .nullable()
  .describe('Null where nobody is.');

const weightSums = z.object({ sums: counted, squares: counted }).nullable();

const plainCounts = {
  axes: z.array(
    z.object({
      kind: z.enum(['single', 'multiple']),
      slots: z.array(
        z.discriminatedUnion('is', [
          z.object({ is: z.literal('code'), code: z.string() }),
          z.object({ is: z.enum(SET_STATES) }),
        ]),
      ),
    }),
  ),
  respondents: counted.describe('Row-major over the axes.'),
  weights: weightSums,
  nets: z
    .object({ respondents: counted, weights: weightSums })
    .optional()
    .describe('Of a question: who mentions an option of each net, row-major over the nets and the further axes.'),
  ranks: z.array(z.number()).optional().describe('Places of the mentions in each cell, added up.'),
  together: z
    .object({ sums: counted, squares: counted.nullable() })
    .nullable()
    .describe('Multiple by single: for each group, options by options, who mentioned both. Null for other axes.'),
  total: z.int(),
  filtered: z.array(z.object({ outside: z.int(), unknown: z.int() })),
  withoutWeight: z.int(),
};

/** The counts of a block, as they are sent and kept. */
export const CountArrayShape = z
  .object({
    ...plainCounts,
    numbers: z
      .array(z.object({ all: groupNumbers, ties: z.number().nullable(), groups: z.array(groupNumbers) }))
      .optional()
      .describe(
        'Of a number that is described: of everybody, and where the table is within a variable of each position of it.',
      ),
  })
  .meta({ id: 'CountArray' });
