import { byId } from '../../by-id.js';
import type { Theme } from './shape.js';

/** More themes than these at the top level are hard to keep apart. */
export const MOST_AT_TOP = 12;

/**
 * The theme that a theme counts as now: itself, or the one that it was merged into; null where there is none.
 * @example
 * const themes = [
 *   { id: 1, name: 'Water', under: null, into: null },
 *   { id: 2, name: 'Taps', under: null, into: 1 },
 * ];
 * standsFor(themes, 2); // 1
 */
export function standsFor(themes: readonly Theme[], id: number): number | null {
  let theme = byId(themes, id);
  // A chain of merges is no longer than there are themes.
  for (let k = 0; theme && theme.into !== null && k < themes.length; k++) theme = byId(themes, theme.into);
  return theme && theme.into === null ? theme.id : null;
}

/** The themes that can be given: those that were not merged into others, in the order of the sheet. */
export const standing = (themes: readonly Theme[]): readonly Theme[] => themes.filter(({ into }) => into === null);

/** The broader themes of a theme, the nearest first. */
export function broaderThan(themes: readonly Theme[], id: number): readonly Theme[] {
  const all: Theme[] = [];
  let under = byId(themes, id)?.under ?? null;
  while (under !== null && all.length < themes.length) {
    const broader = byId(themes, standsFor(themes, under));
    if (!broader || all.includes(broader)) break;
    all.push(broader);
    under = broader.under;
  }
  return all;
}

/** The themes at the top level. */
export const atTop = (themes: readonly Theme[]): readonly Theme[] =>
  standing(themes).filter(({ id }) => broaderThan(themes, id).length === 0);

/**
 * A theme's name with those of the broader ones before it.
 * @example
 * const taps = { id: 2, name: 'Taps', under: 1, into: null };
 * pathOf([{ id: 1, name: 'Water', under: null, into: null }, taps], taps); // 'Water: Taps'
 */
export const pathOf = (themes: readonly Theme[], { id, name }: Theme): string =>
  [...[...broaderThan(themes, id)].reverse().map((theme) => theme.name.trim()), name.trim()].join(': ');

/** The names of themes with those of the broader ones, in the order in which they are given; what is gone has none. */
export const pathsOf = (themes: readonly Theme[], ids: readonly number[]): string[] =>
  ids.flatMap((id) => byId(themes, id) ?? []).map((theme) => pathOf(themes, theme));
