import { z } from 'zod';

/** What stands where an answer that excludes all others is given with another: the others, it alone, or no answer. */
export const SETTLES = ['option', 'exclusive', 'aside'] as const;
export type Settle = (typeof SETTLES)[number];

export const settle = z
  .enum(SETTLES)
  .optional()
  .describe('What stands where an excluding answer is given with another; the others, where absent.');
