import { uniqueNames } from '../../codebook/unique-names.js';
import type { StudyState } from '../../ledger/study-state.js';

/** Code lists that have a name of their own in the text: several columns share them, or they are kept. */
export function listNames({ list, variable }: Pick<StudyState, 'list' | 'variable'>): Map<number, string> {
  const users = new Map<number, number>();
  for (const { codeListId, workingId } of variable.values())
    if (codeListId !== null && workingId === null) users.set(codeListId, (users.get(codeListId) ?? 0) + 1);
  const named = [...list].filter(([id, { kept }]) => kept || (users.get(id) ?? 0) > 1);
  return uniqueNames(named.map(([id, { name }]) => ({ id, name })));
}
