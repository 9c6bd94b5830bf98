import { useEffect, useRef, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import type { SweptTable } from '../../core/sweep/types.js';
import type { Sentence } from '../../core/table/sentence.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import { ask } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { countKey } from '../tables/count-key.js';

/** Tables of one request: the first come soon, and whoever stops waits for no more than these. */
const AT_ONCE = 60;
const REQUESTS = 2;

interface Swept {
  tables: readonly SweptTable[];
  /** How many are asked for. */
  of: number;
  state: 'running' | 'done' | 'stopped';
  problem: { detail: string; mend: string } | null;
}

const NOTHING: Swept = { tables: [], of: 0, state: 'done', problem: null };

/** The row items of each request. */
function chunksOf({ rows, by }: Sentence): Sentence['rows'][] {
  const size = Math.max(1, Math.floor(AT_ONCE / Math.max(1, by.length)));
  return Array.from({ length: Math.ceil(rows.length / size) }, (_, k) => rows.slice(k * size, (k + 1) * size));
}

/** Asks for a part of a sweep. */
async function partOf(study: string, sentence: Sentence, rows: Sentence['rows'], signal: AbortSignal) {
  const { by, only, weight } = bodyOfSentence(sentence);
  const body = { rows: rows.map(({ variable }) => variable), by, only: [...only], weight, sort: 'list' } as const;
  const { lines } = await ask('POST /studies/{study}/sweep', { study, body }, signal);
  return lines.map((line) => line as SweptTable);
}

/**
 * Asks part by part, and tells of each as it comes; the parts stand in the order of the list.
 * @throws what the server refuses
 */
async function sweepAll(study: string, sentence: Sentence, signal: AbortSignal, tell: (tables: SweptTable[]) => void) {
  const chunks = chunksOf(sentence);
  const parts: SweptTable[][] = chunks.map(() => []);
  let next = 0;
  const work = async () => {
    for (let k = next++; k < chunks.length; k = next++) {
      parts[k] = await partOf(study, sentence, chunks[k]!, signal);
      tell(parts.flat());
    }
  };
  await Promise.all(Array.from({ length: REQUESTS }, work));
}

/** The tables of a sweep as they come in. */
export function useSweep(view: StudyView | null, sentence: Sentence | null) {
  const [swept, setSwept] = useState<Swept>(NOTHING);
  const ending = useRef<AbortController | null>(null);
  const [again, setAgain] = useState(0);
  const study = view?.study.id;
  const key = countKey(view, sentence);
  useEffect(() => {
    if (!study || !sentence || sentence.by.length === 0 || sentence.rows.length === 0) {
      setSwept(NOTHING);
      return undefined;
    }
    const controller = new AbortController();
    ending.current = controller;
    const of = sentence.rows.length * sentence.by.length;
    const become = (more: Partial<Swept>) =>
      setSwept((before) => (controller.signal.aborted ? before : { ...before, ...more }));
    setSwept({ tables: [], of, state: 'running', problem: null });
    sweepAll(study, sentence, controller.signal, (tables) => become({ tables })).then(
      () => become({ state: 'done' }),
      (error: unknown) => become({ state: 'stopped', problem: problemText(error) }),
    );
    return () => controller.abort();
    // The key says all that the sweep depends on: what else changes in the sentence asks for no other.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, study, again]);
  const stop = () => {
    ending.current?.abort();
    setSwept((before) => ({ ...before, state: 'stopped' }));
  };
  return { ...swept, stop, start: () => setAgain(again + 1) };
}
