import { z } from 'zod';

/** A number variable in figures; quartiles by linear interpolation between order statistics. */
export const NumberSummaryShape = z.object({
  n: z.int(),
  mean: z.number(),
  sd: z.number().nullable().describe('With n - 1; null for one value.'),
  minimum: z.number(),
  lowerQuartile: z.number(),
  median: z.number(),
  upperQuartile: z.number(),
  maximum: z.number(),
});

/** A picture of a number variable: respondents in bins of equal width. */
export const HistogramShape = z.object({ from: z.number(), to: z.number(), bins: z.array(z.int()) });

export type NumberSummary = z.infer<typeof NumberSummaryShape>;
export type Histogram = z.infer<typeof HistogramShape>;
