import { useEffect, useState } from 'react';
import { z } from 'zod';
import { Toast } from '../../kit/kit.js';
import { refresh } from '../server/stale.js';
import css from './people.module.css';

const ToldShape = z.discriminatedUnion('is', [
  z.object({ is: z.literal('here'), people: z.array(z.object({ person: z.number(), name: z.string() })) }),
  z.object({ is: z.literal('changed'), person: z.number(), name: z.string(), words: z.string() }),
]);

interface Props {
  /** The study whose page this is, or the own layer. */
  study: string;
  /** The study itself. */
  common: string;
  /** Who looks at it. */
  person: number;
}

/** Who else is at this study; what they change in the common layer is told, and shown without being asked for. */
export function Presence({ study, common, person }: Props) {
  const [people, setPeople] = useState<{ person: number; name: string }[]>([]);
  const [words, setWords] = useState<string | null>(null);
  useEffect(() => {
    const events = new EventSource(`/api/v1/studies/${common}/events`);
    events.onmessage = ({ data }: MessageEvent<string>) => {
      const told = ToldShape.parse(JSON.parse(data));
      if (told.is === 'here') setPeople(told.people);
      else {
        if (told.person !== person) setWords(`${told.name}: ${told.words}`);
        void refresh(study);
      }
    };
    return () => events.close();
  }, [study, common, person]);
  const others = people.filter((other) => other.person !== person);
  const names = others.map(({ name }) => name).join(', ');
  return (
    <>
      {others.length > 0 && (
        <span className={css['here']} title={`Also here: ${names}`}>
          {others.length === 1 ? names : `${others.length} others here`}
        </span>
      )}
      <Toast text={words} done={() => setWords(null)} />
    </>
  );
}
