/**
 * A name of its own for each of some lists: of those that are called the same, the later get a number.
 * @example [...uniqueNames([{ id: 4, name: 'agree' }, { id: 7, name: 'agree' }]).values()] // ['agree', 'agree 2']
 */
export function uniqueNames(lists: readonly { id: number; name: string }[]): Map<number, string> {
  const taken = new Set<string>();
  const names = new Map<number, string>();
  for (const { id, name } of lists) {
    let unique = name;
    for (let again = 2; taken.has(unique); again++) unique = `${name} ${again}`;
    taken.add(unique);
    names.set(id, unique);
  }
  return names;
}
