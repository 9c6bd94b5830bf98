import { guarded } from '../shell/guarded.js';
import { useState } from 'react';
import type { Intake, Layout } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { Button, Field, MainButton, PlainButton, Problem, Wait } from '../../kit/kit.js';
import { Page } from '../../kit/Page.js';
import kit from '../../kit/kit.module.css';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { useDraft } from '../shell/use-draft.js';
import { CodebookPanel } from './CodebookPanel.js';
import { ColumnGrid } from './ColumnGrid.js';
import { ColumnPane } from './ColumnPane.js';
import { acceptanceOf, DECISIONS, nameOf, noDecisions } from './decisions.js';
import css from './intake.module.css';
import { type Destination, DestinationChoice, Differences, JoinForm, useComparison } from './JoinPanel.js';
import { LayoutPanel } from './LayoutPanel.js';
import { PreviewTable } from './PreviewTable.js';
import { NoAnswerPanel, QuestionPanel, UnreadPanel } from './SidePanels.js';
import { useIntake } from './use-intake.js';

/**
 * The intake of one file: how it is read, its first rows, and what was understood of each column, to accept or change.
 */
function IntakePage({ id }: { id: string }) {
  const { intake, problem, dismiss, layout, changeLayout } = useIntake(id);
  if (intake && layout) {
    const shown = problem && <Problem {...problem} dismiss={dismiss} />;
    return <Decide intake={intake} layout={layout} changeLayout={changeLayout} problem={shown} />;
  }
  return problem ? (
    <Page>
      <Problem {...problem} />
      <p>
        <a href="/studies">To the studies</a>
      </p>
    </Page>
  ) : (
    <Wait>Opening the file…</Wait>
  );
}

function bytesText(bytes: number): string {
  if (bytes < 1e4) return `${whole(bytes)} bytes`;
  return bytes < 1e7 ? `${whole(Math.round(bytes / 1e3))} kB` : `${whole(Math.round(bytes / 1e6))} MB`;
}

/** How far the reading has come, with the way to end it. */
function ReadingBar({ intake, discard }: { intake: Intake; discard: () => void }) {
  const { share, rows } = intake.progress;
  return (
    <div className={css['readingBar']} aria-live="polite">
      <progress value={share} max={1} aria-label="Reading the file" />
      <p>
        {rows === 0 ? 'Reading…' : `${whole(rows)} respondents, ${Math.floor(share * 100)}% read`}
        <Button onClick={discard}>Cancel</Button>
      </p>
    </div>
  );
}

interface Props {
  intake: Intake;
  layout: Layout;
  changeLayout: (layout: Layout) => void;
  problem: React.ReactNode;
}

function Decide({ intake, layout, changeLayout, problem: layoutProblem }: Props) {
  const [draft, put, forget] = useDraft(`hatch-count:intake:${intake.id}`, noDecisions(intake.fileName), DECISIONS);
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const isLinked = layout.is === 'linked';
  const [to, setTo] = useState<Destination>(() => ({
    study: new URLSearchParams(location.search).get('into'),
    // A table that is looked at again takes its own place.
    as: isLinked ? 'refresh' : 'wave',
  }));
  const from = isLinked ? 'table' : 'file';
  const { comparison, problem: compareProblem } = useComparison(intake, to.study);
  const { read, fault, preview } = intake;
  const codebook = intake.codebook?.codebook;
  const name = nameOf(draft, intake.fileName, codebook);
  // What the codebook says of a question needs no guess.
  const asked = new Set(codebook?.multiple?.flatMap(({ columns }) => columns.map(({ name }) => name)));
  const questions = (read?.questions ?? []).filter(({ columns }) => !columns.some(({ name }) => asked.has(name)));
  const opened = read?.columns.find(({ name }) => name === open);
  const out = new Set(read?.columns.flatMap((column) => (draft.columns[column.name]?.leaveOut ? [column.name] : [])));
  const accept = () => {
    setBusy(true);
    change('POST /intakes/{intake}/accept', {
      intake: intake.id,
      body: acceptanceOf(draft, name, read?.columns ?? [], questions),
    }).then(
      ({ study }) => {
        forget();
        location.assign(`/studies/${study}/codebook`);
      },
      (error: unknown) => {
        setProblem(problemText(error));
        setBusy(false);
      },
    );
  };
  const discard = () => {
    forget();
    void change('DELETE /intakes/{intake}', { intake: intake.id }).finally(() => location.assign('/studies'));
  };
  const fill =
    layout.is === 'delimited' && layout.short === 'aside' && layout.picks === undefined
      ? () => changeLayout({ ...layout, short: 'blank' })
      : null;
  return (
    <div className={css['bench']}>
      <div className={css['side']}>
        <div className={css['panels']}>
          <section className={css['panel']}>
            <h1 className={css['title']}>{intake.fileName}</h1>
            <p className={css['facts']}>
              {read && (
                <span>
                  <b>{whole(read.respondents)}</b> respondents, <b>{whole(read.columns.length)}</b> columns
                </span>
              )}
              <span>{isLinked ? 'stay in their database' : bytesText(intake.bytes)}</span>
            </p>
            {intake.state === 'reading' && <ReadingBar intake={intake} discard={discard} />}
          </section>
          <LayoutPanel intake={intake} layout={layout} change={changeLayout} />
          {(!isLinked || to.study === null) && <CodebookPanel intake={intake} />}
          {read?.remarks.map((remark) => (
            <p key={remark} className={`${css['panel'] ?? ''} ${css['note'] ?? ''}`}>
              {remark}
            </p>
          ))}
          <UnreadPanel intake={intake} fill={fill} />
          {read && to.study === null && (
            <NoAnswerPanel columns={read.columns} codebook={codebook} draft={draft} put={put} />
          )}
          {read && to.study === null && <QuestionPanel questions={questions} draft={draft} put={put} />}
        </div>
        <div className={css['accept']}>
          {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
          {!isLinked && <DestinationChoice value={to} choose={setTo} />}
          {to.study === null ? (
            <>
              <Field label="Name of the study">
                <input
                  className={kit['input']}
                  value={name}
                  maxLength={200}
                  onChange={(event) => put({ ...draft, name: event.target.value })}
                />
              </Field>
              <p>
                <MainButton onClick={accept} disabled={busy || !read || name.trim() === ''}>
                  {busy
                    ? 'Taking it in…'
                    : read
                      ? `Take ${whole(read.columns.length - out.size)} columns in`
                      : 'Take it in'}
                </MainButton>
                <PlainButton onClick={discard}>Discard</PlainButton>
              </p>
            </>
          ) : (
            <JoinForm intake={intake} to={to} from={from} comparison={comparison} discard={discard} />
          )}
        </div>
      </div>
      <div className={css['middle']} data-read={read !== null}>
        {layoutProblem}
        {fault && <Problem detail={fault.message} mend={fault.mend} />}
        {preview && (
          <PreviewTable
            preview={preview}
            names={
              out.size > 0 && read
                ? new Set(read.columns.map(({ name }) => name).filter((name) => !out.has(name)))
                : null
            }
          />
        )}
        {read && to.study !== null ? (
          <Differences comparison={comparison} problem={compareProblem} from={from} />
        ) : read ? (
          <div className={css['below']} data-pane={opened !== undefined}>
            <ColumnGrid
              columns={read.columns}
              draft={draft}
              codebook={codebook}
              put={put}
              open={open}
              setOpen={setOpen}
              layout={layout}
              changeLayout={changeLayout}
            />
            {opened && (
              <ColumnPane column={opened} draft={draft} codebook={codebook} put={put} close={() => setOpen(null)} />
            )}
          </div>
        ) : (
          !fault && <Wait>Reading the file, to see what is in each column…</Wait>
        )}
      </div>
    </div>
  );
}

export const IntakeScreen = guarded(IntakePage);
