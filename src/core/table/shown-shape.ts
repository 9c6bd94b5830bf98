import { z } from 'zod';
import { ADJUSTMENTS } from '../infer/adjust.js';
import { ROW_ORDERS } from './order.js';
import { PERCENTS } from './share.js';

/** What of a table is shown, as it is sent and kept. */
export const ShownShape = z
  .strictObject({
    percent: z.enum(PERCENTS),
    counts: z.boolean(),
    hatch: z.boolean(),
    expected: z.boolean(),
    order: z.enum(ROW_ORDERS).optional().describe('How the rows stand; as the code list has them, where absent.'),
    last: z.boolean().optional().describe("Other, none and don't know stand behind the rest."),
    residuals: z.boolean().optional().describe('Adjusted residuals with their adjusted p, as numbers.'),
    predicted: z.enum(['rows', 'columns']).optional().describe('Which variable is predicted; the rows where absent.'),
    shares: z
      .record(z.string(), z.number().min(0))
      .optional()
      .describe('Of a frequency table: the shares that are expected, by code, in any unit.'),
    letters: z.enum(ADJUSTMENTS).optional().describe('Columns compared two by two, p adjusted so; absent: not shown.'),
  })
  .meta({ id: 'Shown' });

export type Shown = z.infer<typeof ShownShape>;
