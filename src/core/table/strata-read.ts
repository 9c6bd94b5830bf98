import type { KeptReading } from './shown-shape.js';
import type { Split, Stratum } from './split.js';

/** What the strata of a table are called where they are read as one. */
export const ALL_TOGETHER = 'all together';

/** The one stratum that is read, by its code, or all of them as one table; neither: all of them beside each other. */
export type StrataAsked = Pick<KeptReading, 'stratum' | 'together'>;

/**
 * The table that is read of one that is within a third variable, and what it is called behind the title.
 * @returns null where no single one of them is read, or the one asked for is not there
 */
export function strataRead(
  { all, strata }: Pick<Split, 'all' | 'strata'>,
  { stratum, together }: StrataAsked,
): Pick<Stratum, 'label' | 'table'> | null {
  if (together) return { label: ALL_TOGETHER, table: all };
  return strata.find(({ code }) => code === stratum) ?? null;
}

/** The title of what is read of a block: which of its strata, where that is a single table of them. */
export function titleRead(
  title: string,
  split: Pick<Split, 'all' | 'strata'> | null | undefined,
  of: StrataAsked,
): string {
  const own = split && strataRead(split, of);
  return own ? `${title}: ${own.label}` : title;
}
