import type { BinderItem } from './binder-shape.js';

/** What stands in the place of words that were struck out. */
const STRUCK = '[…]';

/**
 * A text without some of its words, which say who it is of.
 * @param from and `to` are where they begin and end
 * @example struckOut('Mrs Hill at plot 7 knows', 0, 8) // '[…] at plot 7 knows'
 */
export const struckOut = (text: string, from: number, to: number): string =>
  from === to ? text : `${text.slice(0, from)}${STRUCK}${text.slice(to)}`;

/**
 * An answer as it stands in a report, with what it is quoted for.
 * @example quoteOf('Rats!', 'Animals') // '“Rats!” (Animals)'
 */
export const quoteOf = (text: string, themes: string): string =>
  `“${text.trim()}”${themes === '' ? '' : ` (${themes})`}`;

/**
 * What is in a binder with a quotation behind the first table of its themes, after what was quoted there before; where
 * there is no such table, at the end.
 * @param tables by their ids
 */
export function withQuote(items: readonly BinderItem[], tables: readonly number[], quote: string): BinderItem[] {
  const note: BinderItem = { is: 'note', text: quote };
  const table = items.findIndex((item) => item.is === 'table' && tables.includes(item.table));
  if (table < 0) return [...items, note];
  const behind = items.slice(table + 1);
  const next = behind.findIndex(({ is }) => is !== 'note');
  const at = table + 1 + (next < 0 ? behind.length : next);
  return [...items.slice(0, at), note, ...items.slice(at)];
}
