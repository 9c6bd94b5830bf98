import { z } from 'zod';
import { MISSING_REASONS } from '../codebook/types.js';

const text = (most: number) => z.string().max(most);

/** What is decided of a column of a file, where it differs from what was understood. */
export const DecisionShape = z.strictObject({
  name: text(200),
  label: text(10_000).optional(),
  level: z.enum(['unordered', 'ordered', 'number', 'text']).optional(),
  missing: z
    .array(z.strictObject({ code: text(1000), missing: z.enum(MISSING_REASONS).nullable() }))
    .max(5000)
    .optional()
    .describe('Codes that are no answers, with the reason; null: an answer after all.'),
  leaveOut: z.boolean().optional().describe('The column is not taken in.'),
});
