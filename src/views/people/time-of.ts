/**
 * A moment as people read it.
 * @example timeOf('2026-05-04T09:30:00Z').length > 8 // true
 */
export const timeOf = (iso: string): string =>
  new Date(iso).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' });
