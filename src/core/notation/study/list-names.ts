import type { StudyState } from '../../ledger/study-state.js';

/** Code lists that have a name of their own in the text: several columns share them, or they are kept. */
export function listNames({ list, variable }: Pick<StudyState, 'list' | 'variable'>): Map<number, string> {
  const users = new Map<number, number>();
  for (const { codeListId, workingId } of variable.values())
    if (codeListId !== null && workingId === null) users.set(codeListId, (users.get(codeListId) ?? 0) + 1);
  const taken = new Set<string>();
  const names = new Map<number, string>();
  for (const [id, { name, kept }] of list) {
    if ((users.get(id) ?? 0) < 2 && !kept) continue;
    let unique = name;
    for (let again = 2; taken.has(unique); again++) unique = `${name} ${again}`;
    taken.add(unique);
    names.set(id, unique);
  }
  return names;
}
