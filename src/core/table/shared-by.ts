/**
 * What several lists have, each once: all of the longest first, then what only others have.
 * @param nameOf what tells members apart
 * @example sharedBy([['a'], ['b', 'c']], (letter) => letter) // ['b', 'c', 'a']
 */
export function sharedBy<T>(lists: readonly (readonly T[])[], nameOf: (member: T) => string): T[] {
  const shared = new Map<string, T>();
  for (const list of [...lists].sort((a, b) => b.length - a.length)) {
    for (const member of list) {
      const name = nameOf(member);
      if (!shared.has(name)) shared.set(name, member);
    }
  }
  return [...shared.values()];
}
