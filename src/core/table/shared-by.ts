/**
 * What several lists have, each once: all of the longest first, then what only others have.
 * @example sharedBy([['a'], ['b', 'c']], (one, other) => one === other) // ['b', 'c', 'a']
 */
export function sharedBy<T>(lists: readonly (readonly T[])[], isSame: (one: T, other: T) => boolean): T[] {
  const shared: T[] = [];
  for (const list of [...lists].sort((a, b) => b.length - a.length))
    for (const item of list) if (!shared.some((other) => isSame(other, item))) shared.push(item);
  return shared;
}
