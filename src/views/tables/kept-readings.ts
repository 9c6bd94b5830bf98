import type { Shown } from '../../api/types.js';
import type { KeptReading } from '../../core/table/shown-shape.js';

const isSame = (a: KeptReading, b: KeptReading) =>
  a.item === b.item && a.nest === b.nest && a.stratum === b.stratum && a.together === b.together;

/** Whether the reading of a block is kept with its table. */
export const hasReading = ({ readings = [] }: Shown, at: KeptReading): boolean =>
  readings.some((reading) => isSame(reading, at));

/** What is shown with the reading of a block kept, or not; in the order of the table. */
export function withReading(shown: Shown, at: KeptReading, kept: boolean): Shown {
  const others = (shown.readings ?? []).filter((reading) => !isSame(reading, at));
  const readings = kept ? [...others, at].sort((a, b) => a.item - b.item || a.nest - b.nest) : others;
  return { ...shown, readings: readings.length > 0 ? readings : undefined };
}
