import { byId } from '../../by-id.js';
import { atTop, broaderThan, standing } from './sheet.js';
import type { Theme } from './shape.js';

const named = ({ name }: Theme) => `“${name.trim()}”`;
const TEXTS = ['definition', 'belongs', 'not'] as const;

/** What became of a theme that was there before, in words. */
function changesOf(old: Theme, now: Theme, after: readonly Theme[]): string[] {
  const target = byId(after, now.into);
  if (now.into !== old.into)
    return [target ? `${named(now)} was merged into ${named(target)}` : `${named(now)} stands by itself again`];
  if (now.into !== null) return [];
  const said: string[] = [];
  if (old.name.trim() !== now.name.trim()) said.push(`${named(old)} is called ${named(now)}`);
  if (old.under !== now.under) {
    const [broader] = broaderThan(after, now.id);
    said.push(broader ? `${named(now)} is a part of ${named(broader)}` : `${named(now)} stands at the top level`);
  }
  if (TEXTS.some((field) => (old[field] ?? '') !== (now[field] ?? '')))
    said.push(`what belongs to ${named(now)} was written anew`);
  return said;
}

/**
 * What was changed on a code sheet, a sentence for each change: new themes, merged, split, nested, renamed, moved ones.
 * @example
 * const theme = (id, name, into) => ({ id, name, under: null, into });
 * sheetChanges([theme(1, 'Water', null), theme(2, 'Taps', null)], [theme(1, 'Water', null), theme(2, 'Taps', 1)]);
 * // ['“Taps” was merged into “Water”']
 */
export function sheetChanges(before: readonly Theme[], after: readonly Theme[]): string[] {
  const said = before.flatMap((old) => {
    const now = byId(after, old.id);
    return now ? changesOf(old, now, after) : [`${named(old)} was taken out`];
  });
  for (const theme of after) {
    if (byId(before, theme.id)) continue;
    const [broader] = broaderThan(after, theme.id);
    const wasThere = broader && byId(before, broader.id);
    said.push(wasThere ? `${named(broader)} was split: ${named(theme)} is new under it` : `${named(theme)} is new`);
  }
  const order = (themes: readonly Theme[], others: readonly Theme[]) =>
    standing(themes).flatMap(({ id }) => (standing(others).some((other) => other.id === id) ? [id] : []));
  const [was, is] = [order(before, after), order(after, before)];
  if (was.some((id, k) => id !== is[k])) said.push(`the order is ${atTop(after).map(named).join(', ')}`);
  return said;
}
