import { z } from 'zod';

/** By what a sweep is sorted. */
export const SWEEP_SORTS = ['strength', 'gamma', 'p', 'n', 'list'] as const;
export type SweepSort = (typeof SWEEP_SORTS)[number];

/** The same in words. */
export const SWEEP_SORT_WORDS: Record<SweepSort, string> = {
  strength: 'strongest first',
  gamma: 'largest gamma first',
  p: 'smallest p first',
  n: 'largest n first',
  list: 'as listed',
};

/** How a sweep is shown, as it is sent and kept. */
export const SweepShownShape = z
  .strictObject({
    sort: z.enum(SWEEP_SORTS).optional().describe('What comes first; the strongest, where absent.'),
  })
  .meta({ id: 'SweepShown' });
export type SweepShown = z.infer<typeof SweepShownShape>;
