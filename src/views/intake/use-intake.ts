import { useCallback, useEffect, useRef, useState } from 'react';
import type { Intake, Layout } from '../../api/types.js';
import { client, problemText } from '../client.js';

const POLL_MS = 250;

interface Trouble {
  detail: string;
  mend: string;
}

/** An intake as it stands, asked again while its file is being read; and a way to have it read differently. */
export function useIntake(id: string) {
  const [intake, setIntake] = useState<Intake | null>(null);
  const [problem, setProblem] = useState<Trouble | null>(null);
  // A layout that waits for the one before it to be taken.
  const [wanted, setWanted] = useState<Layout | null>(null);
  const sending = useRef(false);
  const failed = useCallback((error: unknown) => setProblem(problemText(error)), []);
  useEffect(() => {
    client.intake(id).then(setIntake, failed);
  }, [id, failed]);
  const reading = intake?.state === 'reading';
  useEffect(() => {
    if (!reading) return;
    let stopped = false;
    const timer = setInterval(() => {
      if (sending.current) return;
      client.intake(id).then((fresh) => !stopped && !sending.current && setIntake(fresh), failed);
    }, POLL_MS);
    return () => {
      stopped = true;
      clearInterval(timer);
    };
  }, [id, reading, failed]);
  useEffect(() => {
    if (!wanted || sending.current) return;
    sending.current = true;
    client
      .changeLayout(id, wanted)
      .then((fresh) => {
        setIntake(fresh);
        setProblem(null);
      }, failed)
      .finally(() => {
        sending.current = false;
        setWanted((latest) => (latest === wanted ? null : latest && { ...latest }));
      });
  }, [id, wanted, failed]);
  return { intake, setIntake, problem, setProblem, layout: wanted ?? intake?.layout ?? null, changeLayout: setWanted };
}
