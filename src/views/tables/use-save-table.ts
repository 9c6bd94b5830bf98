import { useState } from 'react';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import type { Sentence } from '../../core/table/sentence.js';
import type { Shown } from '../../api/types.js';
import { change } from '../server/ask.js';
import { type Trouble, troubleOf } from '../server/problem.js';
import type { useAsked } from './use-asked.js';

/** What is asked for, and as which table of the binder it is kept. */
type Asked = Pick<ReturnType<typeof useAsked>, 'saved' | 'shown' | 'since' | 'keptAs'>;

/** Keeps the table that is asked for in the binder: as a new one, or in the place of the one that is open. */
export function useSaveTable(study: string, title: string, sentence: Sentence | null, asked: Asked) {
  const { saved, shown, since, keptAs } = asked;
  const [toast, setToast] = useState<string | null>(null);
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const save = (base: number | null = since, kept = shown) => {
    if (!sentence) return;
    const body = { title, sentence: bodyOfSentence(sentence), shown: kept };
    const work =
      saved === null
        ? change('POST /studies/{study}/tables', { study, body })
        : change('PUT /studies/{study}/tables/{table}', { study, table: saved, body }, base);
    work.then(
      (kept) => {
        keptAs(kept.id);
        setTrouble(null);
        setToast(`Kept in the binder: ${kept.title}`);
      },
      (error: unknown) => setTrouble(troubleOf(error, () => save(null, kept))),
    );
  };
  const asNew = () => {
    keptAs(null);
    setToast('From here on this is a new table.');
  };
  return {
    save: () => save(),
    saveAs: (kept: Shown) => save(since, kept),
    asNew,
    toast,
    setToast,
    trouble,
    setTrouble,
  };
}
