import { byId } from '../../by-id.js';
import { broaderThan } from './sheet.js';
import type { Theme } from './shape.js';

/** An id that no theme has or had. */
const nextId = (themes: readonly Theme[]) => Math.max(0, ...themes.map(({ id }) => id)) + 1;

/**
 * A sheet with a new theme at its end, or behind those that it stands under.
 * @param under the broader theme; null: at the top level
 * @example withTheme([], 'Water', null) // [{ id: 1, name: 'Water', under: null, into: null }]
 */
export function withTheme(themes: readonly Theme[], name: string, under: number | null): readonly Theme[] {
  const theme: Theme = { id: nextId(themes), name, under, into: null };
  const isIn = ({ id, under: own }: Theme) => id === under || own === under;
  const last = under === null ? -1 : themes.findLastIndex(isIn);
  const at = last < 0 ? themes.length : last + 1;
  return [...themes.slice(0, at), theme, ...themes.slice(at)];
}

/** A sheet on which a theme says something else of itself. */
export const withFields = (themes: readonly Theme[], id: number, fields: Partial<Theme>): readonly Theme[] =>
  themes.map((theme) => (theme.id === id ? { ...theme, ...fields } : theme));

/** Themes that a theme can be put under: all but itself, its parts, and those that were merged away. */
export const canBeUnder = (themes: readonly Theme[], id: number): readonly Theme[] =>
  themes.filter(
    (other) => other.id !== id && other.into === null && !broaderThan(themes, other.id).some((own) => own.id === id),
  );

/**
 * A sheet on which a theme was merged into another. Codings keep the theme that they were given, so that a merge can
 * be taken back; its parts go over to the other.
 */
export const merged = (themes: readonly Theme[], id: number, into: number): readonly Theme[] =>
  themes.map((theme) => {
    if (theme.id === id) return { ...theme, under: null, into };
    if (theme.id === into && theme.under === id) return { ...theme, under: byId(themes, id)?.under ?? null };
    return theme.under === id ? { ...theme, under: into } : theme;
  });

/** A sheet on which a theme that was merged stands by itself again. */
export const parted = (themes: readonly Theme[], id: number): readonly Theme[] =>
  withFields(themes, id, { into: null });

/**
 * A sheet on which a theme was split: new themes stand under it. What has the theme keeps it until it is looked at
 * again.
 */
export const split = (themes: readonly Theme[], id: number, names: readonly string[]): readonly Theme[] =>
  names.reduce((all, name) => withTheme(all, name, id), themes);

/** A sheet without a theme; its parts go up a level. */
export const withoutTheme = (themes: readonly Theme[], id: number): readonly Theme[] =>
  themes
    .filter((theme) => theme.id !== id)
    .map((theme) => ({
      ...theme,
      under: theme.under === id ? (byId(themes, id)?.under ?? null) : theme.under,
      into: theme.into === id ? null : theme.into,
    }));

/** A sheet on which a theme changed places with the one before or behind it among those at its level. */
export function moved(themes: readonly Theme[], id: number, by: -1 | 1): readonly Theme[] {
  const theme = byId(themes, id);
  const level = themes.filter(({ into, under }) => into === null && under === theme?.under);
  const other = level[level.findIndex((own) => own.id === id) + by];
  if (!theme || !other) return themes;
  return themes.map((own) => (own.id === id ? other : own.id === other.id ? theme : own));
}

/** A theme as it is drawn: how deep it stands. */
export interface SheetLine {
  theme: Theme;
  depth: number;
}

/** The themes that stand, each behind the one that it is under. */
export function sheetLines(themes: readonly Theme[]): SheetLine[] {
  const lines: SheetLine[] = [];
  const add = (under: number | null, depth: number) => {
    for (const theme of themes) {
      const broader = broaderThan(themes, theme.id)[0]?.id ?? null;
      if (theme.into !== null || broader !== under) continue;
      lines.push({ theme, depth });
      add(theme.id, depth + 1);
    }
  };
  add(null, 0);
  return lines;
}
