import type { Convert, Recipe, Regroup } from './types.js';

/** A recipe that calls its sources by their names, as it travels from study to study. */
export type NamedRecipe =
  | (Omit<Regroup, 'source'> & { source: string })
  | (Omit<Convert, 'source'> & { source: string })
  | { kind: 'gather'; items: NamedItem[]; none: NamedItem | null }
  | { kind: 'slots'; sources: string[]; options: { code: string; label: string }[]; none: string | null };

interface NamedItem {
  source: string;
  label: string;
  ticked: string;
}

/** A recipe with names for ids. */
export function withNames(recipe: Recipe, nameOf: (id: number) => string): NamedRecipe {
  if (recipe.kind === 'regroup' || recipe.kind === 'convert') return { ...recipe, source: nameOf(recipe.source) };
  if (recipe.kind === 'slots') return { ...recipe, sources: recipe.sources.map(nameOf), options: [...recipe.options] };
  const named = (item: { source: number; label: string; ticked: string }) => ({ ...item, source: nameOf(item.source) });
  return { kind: 'gather', items: recipe.items.map(named), none: recipe.none && named(recipe.none) };
}

/** A recipe with ids for names. */
export function withIds(recipe: NamedRecipe, idOf: (name: string) => number): Recipe {
  if (recipe.kind === 'regroup' || recipe.kind === 'convert') return { ...recipe, source: idOf(recipe.source) };
  if (recipe.kind === 'slots') return { ...recipe, sources: recipe.sources.map(idOf) };
  const found = (item: NamedItem) => ({ ...item, source: idOf(item.source) });
  return { kind: 'gather', items: recipe.items.map(found), none: recipe.none && found(recipe.none) };
}

/** Names of the variables that a recipe stands on. */
export function namesIn(recipe: NamedRecipe): string[] {
  if (recipe.kind === 'regroup' || recipe.kind === 'convert') return [recipe.source];
  if (recipe.kind === 'slots') return recipe.sources;
  return [...recipe.items, ...(recipe.none ? [recipe.none] : [])].map(({ source }) => source);
}
