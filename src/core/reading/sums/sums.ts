import type { Sum } from '../../statistic/sum.js';

/** Which statistics can be shown as a sum, and how each comes about; null for one that has none here. */
export interface Sums {
  has: (id: string) => boolean;
  of: (id: string) => Sum | null;
}
