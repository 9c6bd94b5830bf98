import { useState } from 'react';
import { z } from 'zod';
import type { CodeList, RosterVariable } from '../../api/types.js';
import { inScaleOf } from '../../core/codebook/scale-change.js';
import { type Code, CodeShape } from '../../core/codebook/types.js';
import type { KeptShape } from '../../core/kept-shape.js';
import { change } from '../server/ask.js';
import { editEntries } from '../server/edit-entries.js';
import { seenRevision } from '../server/seen.js';
import { useStudyDraft } from '../shell/use-study-draft.js';
import type { Work } from './use-codebook.js';

/** A code list that is being made or changed. */
interface Draft {
  /** Null: a list that is new. */
  id: number | null;
  name: string;
  codes: Code[];
  /** The revision on which it was opened. */
  since: number | null;
}

const LIST_DRAFT: KeptShape<Draft | null> = {
  version: 1,
  shape: z
    .object({ id: z.int().nullable(), name: z.string(), codes: z.array(CodeShape), since: z.int().nullable() })
    .nullable(),
};

const NEW: Draft = { id: null, name: '', codes: [{ code: '1', label: '', missing: null }], since: null };

/** The code list that is open, as it is changed so far, and how it is kept. */
export function useListDraft(
  study: string,
  lists: readonly CodeList[],
  variables: readonly RosterVariable[],
  run: (work: Work) => Promise<boolean>,
) {
  const [draft, setDraft] = useStudyDraft<Draft | null>(study, 'code-list', null, LIST_DRAFT);
  /** Who it is changed for, where that is not all who use it. */
  const [some, setSome] = useState<ReadonlySet<number> | null>(null);
  /** The list as it is kept; undefined: none is open, or it is new. */
  const open = lists.find(({ id }) => id === draft?.id);
  const users = variables.filter(({ id }) => open?.users.includes(id));
  const sameCodes = open !== undefined && JSON.stringify(open.codes) === JSON.stringify(draft?.codes);
  const choose = ({ id, name, codes }: CodeList) => {
    setDraft({ id, name, codes, since: seenRevision(study) });
    setSome(null);
  };
  const keep = (changeFor: 'all' | number[]) => {
    if (!draft) return;
    const { id, name, codes, since } = draft;
    const work: Work = async (base = since) => {
      const body = { name, codes };
      if (id !== null) {
        const asked = { study, list: id, body: { ...body, changeFor } };
        return change('PUT /studies/{study}/code-lists/{list}', asked, base);
      }
      const { list } = await change('POST /studies/{study}/code-lists', { study, body });
      setDraft({ ...draft, id: list, since: seenRevision(study) });
      return { words: `New code list ${name}` };
    };
    void run(work).then((done) => {
      if (done && changeFor !== 'all') setDraft(null);
      else if (done && id !== null) setDraft({ ...draft, since: seenRevision(study) });
      setSome(null);
    });
  };
  /** Keeps what was changed of the list, its scale as it was, and the new order for tables of all who use it. */
  const keepShown = () => {
    if (!draft || !open) return;
    const { since, codes } = draft;
    const edits = users.map(({ id }) => ({
      variable: id,
      codes: inScaleOf(open.codes, codes),
      codesFor: 'all' as const,
      shownOrder: codes.map(({ code }) => code),
    }));
    void run((base = since) => editEntries(study, edits, undefined, base)).then((done) => done && setDraft(null));
  };
  return {
    draft,
    setDraft,
    some,
    setSome,
    open,
    users,
    sameCodes,
    dirty: draft !== null && (draft.id === null || draft.name !== open?.name || !sameCodes),
    choose,
    begin: () => setDraft(NEW),
    keep,
    keepShown,
  };
}

export type ListDraft = ReturnType<typeof useListDraft>;
