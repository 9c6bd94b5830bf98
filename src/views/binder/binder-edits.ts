import type { BinderItem } from '../../core/binder/binder-shape.js';
import { type Numbered, numbering } from '../../core/report/captioned.js';
import type { Handed } from '../../core/table/picture-kinds.js';

/**
 * What a binder lists with one of it at another place.
 * @param to its place among the others, from 0; beyond either end it is the first, or the last
 */
export function moved(items: readonly BinderItem[], from: number, to: number): BinderItem[] {
  const item = items[from];
  if (!item) return [...items];
  const others = items.filter((_, k) => k !== from);
  const place = Math.max(0, Math.min(others.length, to));
  return [...others.slice(0, place), item, ...others.slice(place)];
}

/** What a binder lists with one of it in another form; null: without it. */
export const replaced = (items: readonly BinderItem[], at: number, item: BinderItem | null): BinderItem[] =>
  items.flatMap((own, k) => (k === at ? (item ?? []) : own));

/** What each item is known by on the page, wherever it is moved, so that the keyboard stays on it. */
export function itemKeys(items: readonly BinderItem[]): string[] {
  const times = new Map<string, number>();
  return items.map((item) => {
    const key = JSON.stringify(item);
    const before = times.get(key) ?? 0;
    times.set(key, before + 1);
    return `${key} ${before}`;
  });
}

/** A line of the contents: a section, or a table by its number among them, from 1. */
export type ContentsLine = { is: 'section'; at: number; title: string } | ({ is: 'table'; table: number } & Numbered);

/**
 * The contents of a binder; notes are passed over.
 * @param handedOf what stands there of a table, by its id
 */
export function contentsOf(
  items: readonly BinderItem[],
  handedOf: (table: number) => Handed | undefined = () => undefined,
): ContentsLine[] {
  const nextNumber = numbering();
  return items.flatMap((item, at): ContentsLine[] => {
    if (item.is === 'note') return [];
    if (item.is === 'section') return [{ is: 'section', at, title: item.title }];
    const handed = handedOf(item.table);
    return [{ is: 'table', table: item.table, handed, number: nextNumber(handed) }];
  });
}
