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

/**
 * Where each member of a shared list stands in one of the lists; -1 where that does not have it.
 * @example placesBy(['b', 'c'], ['a', 'c'], (letter) => letter) // [-1, 1]
 */
export function placesBy<T>(own: readonly T[], shared: readonly T[], nameOf: (member: T) => string): number[] {
  // Of members of one name the first counts: it is set last.
  const places = new Map(own.map((member, place): [string, number] => [nameOf(member), place]).reverse());
  return shared.map((member) => places.get(nameOf(member)) ?? -1);
}
