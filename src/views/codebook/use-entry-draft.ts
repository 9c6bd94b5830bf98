import { z } from 'zod';
import type { EntryEdit, RosterVariable } from '../../api/types.js';
import { VariableEditShape } from '../../core/codebook/edit-shape.js';
import { CodeShape } from '../../core/codebook/types.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { editEntries } from '../server/edit-entries.js';
import { seenRevision } from '../server/seen.js';
import { useStudyDraft } from '../shell/use-study-draft.js';
import type { Work } from './use-codebook.js';

/** What is changed of an entry. */
export type EntryChange = Omit<EntryEdit, 'variable'>;

/** What is typed, and the revision on which it was begun. */
type Draft = EntryChange & { since?: number | null | undefined };

const ENTRY_DRAFT: KeptShape<Draft> = {
  version: 1,
  shape: VariableEditShape.extend({
    // A name may be half typed.
    name: z.string().optional(),
    codes: z.array(CodeShape).optional(),
    since: z.int().nullable().optional(),
  }),
};

/** What is typed of an entry and not kept yet, and how it is kept. */
export function useEntryDraft(study: string, variable: RosterVariable, run: (work: Work) => Promise<boolean>) {
  const [{ since, ...draft }, put, forget] = useStudyDraft<Draft>(study, `entry:${variable.id}`, {}, ENTRY_DRAFT);
  const setDraft = (next: EntryChange) => {
    const isEmpty = Object.keys(next).length === 0;
    put(isEmpty ? {} : { ...next, since: since ?? seenRevision(study) });
    if (isEmpty) forget();
  };
  /** Keeps the draft, with what is decided beyond it. */
  const keepWith = (decided: EntryChange) => {
    const edit = { ...draft, ...decided, variable: variable.id };
    void run((base = since) => editEntries(study, [edit], undefined, base)).then((done) => done && setDraft({}));
  };
  return { draft, setDraft, keepWith, dirty: Object.keys(draft).length > 0 };
}

export type EntryDraft = ReturnType<typeof useEntryDraft>;
