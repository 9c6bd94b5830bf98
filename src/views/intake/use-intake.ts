import { useEffect, useRef, useState } from 'react';
import type { Layout } from '../../api/types.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { showIntake } from '../server/stale.js';
import { useAnswer } from '../server/use-answer.js';

const POLL_MS = 250;

interface Trouble {
  detail: string;
  mend: string;
}

/** An intake as it stands, asked again while its file is being read; and a way to have it read differently. */
export function useIntake(id: string) {
  const [refused, setRefused] = useState<Trouble | null>(null);
  // A layout that waits for the one before it to be taken.
  const [wanted, setWanted] = useState<Layout | null>(null);
  const sending = useRef(false);
  const { answer: intake, problem } = useAnswer(
    'GET /intakes/{intake}',
    { intake: id },
    { keep: true, every: (now) => (now?.state === 'reading' && !sending.current ? POLL_MS : false) },
  );
  useEffect(() => {
    if (!wanted || sending.current) return;
    sending.current = true;
    change('PUT /intakes/{intake}/layout', { intake: id, body: wanted })
      .then(
        (fresh) => {
          void showIntake(fresh);
          setRefused(null);
        },
        (error: unknown) => setRefused(problemText(error)),
      )
      .finally(() => {
        sending.current = false;
        setWanted((latest) => (latest === wanted ? null : latest && { ...latest }));
      });
  }, [id, wanted]);
  return {
    intake,
    problem: refused ?? problem,
    dismiss: () => setRefused(null),
    layout: wanted ?? intake?.layout ?? null,
    changeLayout: setWanted,
  };
}
