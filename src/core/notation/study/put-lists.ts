import { canonicalCode, canonicalCodes } from '../../codebook/number.js';
import type { Code } from '../../codebook/types.js';
import type { StudyState } from '../../ledger/study-state.js';
import { problemAt, type TextProblem } from '../text/problem.js';
import type { WrittenVariable } from '../written.js';
import type { Applying } from './apply-shape.js';
import { listNames } from './list-names.js';

/** Lists of a text in the study. */
export interface PutLists {
  list: StudyState['list'];
  /** Ids of the lists that the text names. */
  byName: ReadonlyMap<string, number>;
  problems: TextProblem[];
}

/** Codes as a study keeps them. */
export const keptCodes = (codes: readonly Code[]): Code[] =>
  canonicalCodes(codes).map(({ code, label, missing }) => ({ code, label, missing }));

/** Puts the named code lists of a text in the place of those of the study. */
export function putLists({ written, now, isWhole, fresh }: Applying): PutLists {
  const names = listNames(now);
  const idOf = new Map([...names].map(([id, name]) => [name, id]));
  const list: StudyState['list'] = new Map(now.list);
  // A list that the text does not name any more goes when nobody uses it.
  if (isWhole) for (const id of names.keys()) list.set(id, { ...list.get(id)!, kept: false });
  const byName = new Map<string, number>(isWhole ? [] : idOf);
  for (const { name, kept, codes } of written.lists) {
    const id = idOf.get(name) ?? fresh('list');
    byName.set(name, id);
    list.set(id, { name: now.list.get(id)?.name ?? name, kept, codes: keptCodes(codes) });
  }
  return { list, byName, problems: written.lists.flatMap(({ name, codes }) => twiceIn(name, codes, undefined)) };
}

/** Codes that stand twice. */
export function twiceIn(of: string, codes: readonly Code[], place: WrittenVariable['place']): TextProblem[] {
  const seen = new Set<string>();
  return codes.flatMap((own) => {
    const code = canonicalCode(own.code);
    const isTwice = seen.has(code);
    seen.add(code);
    return isTwice ? [problemAt(place, `The code ${code} stands twice in ${of}.`, 'Take one of the two out.')] : [];
  });
}
