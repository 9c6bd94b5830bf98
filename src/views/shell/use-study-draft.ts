import { useCallback, useEffect, useRef } from 'react';
import type { AnswerTo } from '../../api/types.js';
import { ask } from '../server/ask.js';
import { fetched, keptUnder } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';
import { type KeptShape, opened, sealed } from '../../core/kept-shape.js';
import { useDraft } from './use-draft.js';

/** So long nothing is typed, and the draft goes to the study. */
const QUIET_MS = 800;

const DRAFTS = 'GET /studies/{study}/drafts';
type Drafts = AnswerTo<typeof DRAFTS>;

function forgetKept(study: string, name: string): void {
  fetched.setQueryData<Drafts>(keptUnder(DRAFTS, { study }), (drafts) =>
    drafts?.filter((draft) => draft.name !== name),
  );
}

/**
 * A draft that the browser keeps at once and the study a moment later: it comes back in another browser, and in a study
 * that was restored from a backup. What this browser has stands before what the study has.
 * @param called what the draft is of, in the study
 */
export function useStudyDraft<T>(
  study: string,
  called: string,
  initial: T,
  shape: KeptShape<T>,
): [T, (value: T) => void, () => void] {
  const [value, putHere, forgetHere] = useDraft(`hatch-count:${study}:${called}`, initial, shape);
  const name = called.replace(/[^A-Za-z0-9.]+/g, '-');
  const touched = useRef(JSON.stringify(value) !== JSON.stringify(initial));
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  const first = useRef({ shape, putHere });
  // As they were when the page first asked: a study is asked once.
  const { answer: drafts } = useAnswer(DRAFTS, { study }, { once: true });
  const kept = drafts?.find((draft) => draft.name === name)?.value;
  useEffect(() => {
    const { shape: of, putHere: take } = first.current;
    const draft = kept === undefined || kept === null ? null : opened(of, kept);
    if (!touched.current && draft !== null) take(draft);
  }, [kept]);
  const put = useCallback(
    (next: T) => {
      touched.current = true;
      putHere(next);
      clearTimeout(timer.current);
      timer.current = setTimeout(() => {
        const body = { value: sealed(shape, next) };
        void ask('PUT /studies/{study}/drafts/{name}', { study, name, body }).catch(() => undefined);
      }, QUIET_MS);
    },
    [study, name, putHere, shape],
  );
  const forget = useCallback(() => {
    touched.current = true;
    forgetHere();
    clearTimeout(timer.current);
    forgetKept(study, name);
    void ask('DELETE /studies/{study}/drafts/{name}', { study, name }).catch(() => undefined);
  }, [study, name, forgetHere]);
  return [value, put, forget];
}
