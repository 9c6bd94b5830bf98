import { useRef, useState } from 'react';
import type { AnswerTo, StudyRow } from '../../api/types.js';
import { Button, PlainButton, Problem } from '../../kit/kit.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { useAnswer } from '../server/use-answer.js';
import { List, ListItem } from '../../kit/List.js';
import css from './intake.module.css';
import { StudyLine } from './StudyLine.js';
import { UnopenedList } from './UnopenedList.js';

/** Studies in the bin, to be taken out again or deleted for good. */
function Bin({
  studies,
  run,
}: {
  studies: AnswerTo<'GET /bin'>;
  run: (work: () => Promise<unknown>) => Promise<boolean>;
}) {
  return (
    <section className={css['waiting']} aria-label="Bin">
      <h2>In the bin</h2>
      <List>
        {studies.map(({ id, name, binned }) => (
          <ListItem
            key={id}
            acts={
              <>
                <Button
                  aria-label={`Take ${name} out of the bin`}
                  onClick={() => void run(() => change('POST /bin/{binned}', { binned: id }))}
                >
                  Take out again
                </Button>
                <Button
                  aria-label={`Delete ${name} for good`}
                  onClick={() => void run(() => change('DELETE /bin/{binned}', { binned: id }))}
                >
                  Delete for good
                </Button>
              </>
            }
          >
            <h3>{name}</h3>
            <p>
              {id}, put here on {new Date(binned).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
            </p>
          </ListItem>
        ))}
      </List>
    </section>
  );
}

/** All studies, those in the bin, and the place to restore a backup. */
export function StudyList({ studies: given }: { studies: StudyRow[] }) {
  const studies = useAnswer('GET /studies', {}, { keep: true }).answer ?? given;
  const { answer: bin, problem: unread } = useAnswer('GET /bin', {}, { keep: true });
  const { answer: unopened } = useAnswer('GET /unopened', {}, { keep: true });
  const [refused, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const problem = refused ?? unread;
  const [busy, setBusy] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const editing = typeof location === 'undefined' ? null : new URLSearchParams(location.search).get('edit');
  const run = async (work: () => Promise<unknown>): Promise<boolean> => {
    setBusy(true);
    try {
      await work();
      setProblem(null);
      return true;
    } catch (error) {
      setProblem(problemText(error));
      return false;
    } finally {
      setBusy(false);
    }
  };
  const names = studies.map(({ name }) => name);
  return (
    <>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      <List busy={busy}>
        {studies.map((study) => (
          <StudyLine
            key={study.id}
            study={study}
            twin={names.filter((name) => name === study.name).length > 1}
            editing={editing === study.id}
            run={run}
          />
        ))}
        {studies.length === 0 && <ListItem>No study yet. Drop a data file to begin.</ListItem>}
      </List>
      {unopened && <UnopenedList files={unopened} run={run} />}
      {bin && bin.length > 0 && <Bin studies={bin} run={run} />}
      <p className={css['acts']}>
        <PlainButton onClick={() => input.current?.click()}>Restore a backup…</PlainButton>
        <input
          ref={input}
          type="file"
          className="sr-only"
          tabIndex={-1}
          aria-label="Backup"
          accept=".sqlite"
          onChange={({ target }) => {
            const file = target.files?.[0];
            target.value = '';
            if (file) void run(() => change('POST /backups', { file }));
          }}
        />
      </p>
    </>
  );
}
