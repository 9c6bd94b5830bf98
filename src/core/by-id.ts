import { titleOf } from './codebook/types.js';

/**
 * The item of a list with this id; undefined where no item has it.
 * @example byId([{ id: 4, label: 'Site' }], 4)?.label // 'Site'
 */
export function byId<T extends { readonly id: number | string }>(
  list: Iterable<T> | undefined,
  id: T['id'] | null | undefined,
): T | undefined {
  for (const item of list ?? []) if (item.id === id) return item;
  return undefined;
}

/** What a reader sees of a variable that is known by its id. */
export function titleById(
  variables: Iterable<{ readonly id: number; readonly name: string; readonly label: string }>,
  id: number,
): string {
  const variable = byId(variables, id);
  return variable ? titleOf(variable) : 'a variable that is gone';
}
