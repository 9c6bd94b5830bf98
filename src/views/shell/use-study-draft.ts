import { useCallback, useEffect, useRef } from 'react';
import { client } from '../client.js';
import { type KeptShape, opened, sealed } from '../../core/kept-shape.js';
import { useDraft } from './use-draft.js';

/** So long nothing is typed, and the draft goes to the study. */
const QUIET_MS = 800;

/** Drafts that studies keep, as they were when the page first asked; each study is asked once. */
const kept = new Map<string, Promise<Map<string, unknown>>>();

function keptIn(study: string): Promise<Map<string, unknown>> {
  const known =
    kept.get(study) ??
    client.drafts(study).then(
      (drafts) => new Map(drafts.map(({ name, value }) => [name, value])),
      () => new Map<string, unknown>(),
    );
  kept.set(study, known);
  return known;
}

const forgetKept = (study: string, name: string) => void keptIn(study).then((drafts) => drafts.delete(name));

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
  useEffect(() => {
    let wanted = true;
    void keptIn(study).then((drafts) => {
      const found = drafts.get(name);
      const { shape: of, putHere: take } = first.current;
      const draft = found === undefined || found === null ? null : opened(of, found);
      if (wanted && !touched.current && draft !== null) take(draft);
    });
    return () => {
      wanted = false;
    };
  }, [study, name]);
  const put = useCallback(
    (next: T) => {
      touched.current = true;
      putHere(next);
      clearTimeout(timer.current);
      timer.current = setTimeout(
        () => void client.keepDraft(study, name, sealed(shape, next)).catch(() => undefined),
        QUIET_MS,
      );
    },
    [study, name, putHere, shape],
  );
  const forget = useCallback(() => {
    touched.current = true;
    forgetHere();
    clearTimeout(timer.current);
    forgetKept(study, name);
    void client.dropDraft(study, name).catch(() => undefined);
  }, [study, name, forgetHere]);
  return [value, put, forget];
}
