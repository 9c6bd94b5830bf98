import { useState } from 'react';
import type { AnswerTo } from '../../api/types.js';
import { Button, Wait } from '../../kit/kit.js';
import { useAnswer } from '../server/use-answer.js';
import css from './people.module.css';
import { sayAct } from './say-act.js';
import { timeOf } from './time-of.js';

type Line = AnswerTo<'GET /audit'>[number];

const OUTCOMES = { done: 'done', refused: 'refused', failed: 'failed' } as const;

/** What was done on the server, or in a study. @param study null: on the server */
export function AuditTable({ study }: { study: string | null }) {
  const [before, setBefore] = useState<number | undefined>(undefined);
  const query = before === undefined ? {} : { before };
  const ofServer = useAnswer('GET /audit', study === null ? { query } : null, { keep: true });
  const ofStudy = useAnswer('GET /studies/{study}/audit', study === null ? null : { study, query }, { keep: true });
  const lines = study === null ? ofServer.answer : ofStudy.answer;
  if (!lines) return <Wait>Reading the log…</Wait>;
  return (
    <>
      <table className={css['table']} aria-label="What was done">
        <thead>
          <tr>
            <th scope="col">When</th>
            <th scope="col">Who</th>
            <th scope="col">From</th>
            <th scope="col">What</th>
            {study === null && <th scope="col">Study</th>}
            <th scope="col">Outcome</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <AuditLine key={line.id} line={line} withStudy={study === null} />
          ))}
        </tbody>
      </table>
      <p className={css['ways']}>
        {before !== undefined && <Button onClick={() => setBefore(undefined)}>The newest</Button>}
        <Button disabled={lines.length < 200} onClick={() => setBefore(lines.at(-1)?.id)}>
          Older
        </Button>
      </p>
    </>
  );
}

function AuditLine({ line, withStudy }: { line: Line; withStudy: boolean }) {
  return (
    <tr>
      <td>{timeOf(line.at)}</td>
      <td>{line.name === '' ? 'nobody who is signed in' : line.name}</td>
      <td>{line.address}</td>
      <td title={line.place}>{sayAct(line.act)}</td>
      {withStudy && <td>{line.study}</td>}
      <td data-refused={line.outcome !== 'done'}>{OUTCOMES[line.outcome]}</td>
    </tr>
  );
}
