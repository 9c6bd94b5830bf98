import { z } from 'zod';
import { MISSING_REASONS } from './types.js';

/** A code as it is sent and kept. */
export const CodeShape = z
  .strictObject({
    code: z.string().max(1000).describe('What stands in the data.'),
    label: z.string().max(10_000),
    missing: z.enum(MISSING_REASONS).nullable().describe('Why the code is not an answer; null: it is one.'),
  })
  .meta({ id: 'Code' });
