import { guarded } from '../shell/guarded.js';
import { whole } from '../../core/figures.js';
import { useEffect, useRef, useState } from 'react';
import type { StudyRow } from '../../api/types.js';
import { Button, PlainButton, Problem } from '../../kit/kit.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { sendFile } from '../server/send-file.js';
import { useAnswer } from '../server/use-answer.js';
import { isCodebookName } from '../../core/intake/codebook-name.js';
import { leaveCodebookProblem } from './codebook-problem.js';
import { List, ListItem } from '../../kit/List.js';
import { Page, PageTitle } from '../../kit/Page.js';
import css from './intake.module.css';
import { LinkTable } from './LinkTable.js';
import { StudyList } from './StudyList.js';

const dayOf = (iso: string) => new Date(iso).toLocaleDateString('en-GB', { dateStyle: 'medium' });

/** All studies, and the place to drop a file for a new one. */
function StudiesPage({ studies }: { studies: StudyRow[] }) {
  return (
    <Page split>
      <section>
        <PageTitle>Studies</PageTitle>
        <StudyList studies={studies} />
        <Waiting />
        <p className={css['without']}>
          Only a table of counts, and no data? Read it as a <a href="/paper">table on paper</a>.
        </p>
      </section>
      <FileDrop />
    </Page>
  );
}

/** The files that the dialog offers; a dropped file is read under any name. */
const TAKES =
  '.xml,.sss,.zip,.csv,.tsv,.tab,.txt,.dat,.asc,.gz,.xlsx,.parquet,.json,.jsonl,.ndjson,text/csv,text/plain';

/** Takes a file by drop or by choice and leads on to its intake. */
function FileDrop() {
  const [over, setOver] = useState(false);
  const [sending, setSending] = useState<{ name: string; share: number; cancel: () => void } | null>(null);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const input = useRef<HTMLInputElement>(null);
  // A file dropped anywhere on the page is meant for the intake; without this the browser would open it.
  useEffect(() => {
    const carriesFile = (event: DragEvent) => event.dataTransfer?.types.includes('Files') === true;
    const dragging = (event: DragEvent) => {
      if (!carriesFile(event)) return;
      event.preventDefault();
      setOver(true);
    };
    const left = (event: DragEvent) => {
      if (event.relatedTarget === null) setOver(false);
    };
    const dropped = (event: DragEvent) => {
      if (!carriesFile(event)) return;
      event.preventDefault();
      setOver(false);
      takeDropped.current(event.dataTransfer?.files);
    };
    document.addEventListener('dragover', dragging);
    document.addEventListener('dragleave', left);
    document.addEventListener('drop', dropped);
    return () => {
      document.removeEventListener('dragover', dragging);
      document.removeEventListener('dragleave', left);
      document.removeEventListener('drop', dropped);
    };
  }, []);
  const take = (files: FileList | null | undefined) => {
    const all = [...(files ?? [])];
    const codebook = all.find(({ name }) => isCodebookName(name));
    const data = all.filter((file) => file !== codebook);
    const [file, second] = data;
    if (second) {
      setProblem({
        detail: `${data.length} data files at once.`,
        mend:
          'Take them in one by one. A codebook may come with each, if its name says so (“codebook.csv”), or is ' +
          'added at the intake.',
      });
      return;
    }
    if (!file && !codebook) return;
    setProblem(null);
    const sent = file ?? codebook!;
    const { intake, cancel } = sendFile(sent, (share) => setSending({ name: sent.name, share, cancel }));
    setSending({ name: sent.name, share: 0, cancel });
    intake
      .then(async ({ id }) => {
        // A codebook that cannot be read is said where it can be chosen again.
        if (file && codebook)
          await change('PUT /intakes/{intake}/codebook', { intake: id, file: codebook }).catch((error: unknown) =>
            leaveCodebookProblem(id, problemText(error)),
          );
        const into = new URLSearchParams(location.search).get('into');
        location.assign(`/intake/${id}${into === null ? '' : `?into=${encodeURIComponent(into)}`}`);
      })
      .catch((error: unknown) => {
        setSending(null);
        if (!(error instanceof DOMException && error.name === 'AbortError')) setProblem(problemText(error));
      });
  };
  const takeDropped = useRef(take);
  useEffect(() => {
    takeDropped.current = take;
  });
  return (
    <section aria-label="Intake">
      <div className={css['drop']} data-over={over}>
        <h2>Take a data file in</h2>
        {sending ? (
          <>
            <p aria-live="polite">
              {sending.share < 1 ? `Sending ${sending.name}…` : `Looking how ${sending.name} is written…`}
            </p>
            <progress
              className={css['progress']}
              value={sending.share < 1 ? sending.share : undefined}
              max={1}
              aria-label={`Sending ${sending.name}`}
            />
            <Button onClick={sending.cancel}>Cancel</Button>
          </>
        ) : (
          <>
            <p>
              Drop a file here: CSV or other delimited text, a workbook (.xlsx), Parquet, or rows in JSON; packed with
              gzip or not. Drop its codebook with it: a table (“codebook.csv” or .xlsx), DDI, Triple-S or JSON. You see
              what was understood before anything is stored.
            </p>
            <PlainButton onClick={() => input.current?.click()}>Choose a file…</PlainButton>
            <input
              ref={input}
              type="file"
              className="sr-only"
              tabIndex={-1}
              aria-label="Data file"
              accept={TAKES}
              multiple
              onChange={(event) => take(event.target.files)}
            />
          </>
        )}
      </div>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      <LinkTable />
      <ol className={css['next']}>
        <li>
          <span>You see the first rows and what was understood of each column, and accept or change it.</span>
        </li>
        <li>
          <span>In the codebook, give labels, and say which codes are no answer.</span>
        </li>
        <li>
          <span>Ask for a table in a sentence; the tests, measures and their reading follow at once.</span>
        </li>
      </ol>
    </section>
  );
}

/** Files that came in and were neither accepted nor discarded. */
function Waiting() {
  const { answer, problem: unread } = useAnswer('GET /intakes', {}, { keep: true });
  const [refused, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const problem = refused ?? unread;
  const waiting = answer ?? [];
  const discard = (id: string) => {
    change('DELETE /intakes/{intake}', { intake: id }).catch((error: unknown) => setProblem(problemText(error)));
  };
  if (waiting.length === 0 && !problem) return null;
  const into = new URLSearchParams(location.search).get('into');
  return (
    <section className={css['waiting']} aria-label="Files that wait">
      <h2>Files that wait for your decisions</h2>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      <List>
        {waiting.map(({ id, fileName, respondents, created, until }) => (
          <ListItem
            key={id}
            acts={
              <Button aria-label={`Discard ${fileName}`} onClick={() => discard(id)}>
                Discard
              </Button>
            }
          >
            <h3>
              <a href={`/intake/${id}${into === null ? '' : `?into=${encodeURIComponent(into)}`}`}>{fileName}</a>
            </h3>
            <p>
              {respondents === null ? 'Not read to its end' : `${whole(respondents)} respondents`}, sent{' '}
              {new Date(created).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })}
              {until !== null && `; removed on ${dayOf(until)} if you do not decide`}
            </p>
          </ListItem>
        ))}
      </List>
    </section>
  );
}

export const StudiesScreen = guarded(StudiesPage);
