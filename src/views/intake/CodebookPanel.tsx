import { useState } from 'react';
import type { Intake } from '../../api/types.js';
import { andMore } from '../../core/and-more.js';
import { fileCodes } from '../../core/codebook/file-codes.js';
import { LEVEL_WORDS, MISSING_WORDS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, Problem } from '../../kit/kit.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { showIntake } from '../server/stale.js';
import { FileChooser } from '../../kit/FileChooser.js';
import { CODEBOOK_FILES } from '../codebook/codebook-files.js';
import { takeCodebookProblem } from './codebook-problem.js';
import css from './intake.module.css';

type Codebook = NonNullable<Intake['codebook']>['codebook'];

const LISTED = 200;
const CODES = 12;
const NAMED = 4;

/** What was understood of the codebook: of each variable its label, its question and its codes. */
function Understood({ codebook, columns }: { codebook: Codebook; columns: ReadonlySet<string> | null }) {
  const { variables } = codebook;
  const coded = variables.filter((variable) => fileCodes(variable, codebook).length > 0).length;
  return (
    <details className={css['understood']}>
      <summary>See what was understood: {whole(coded)} with codes</summary>
      <ul>
        {variables.slice(0, LISTED).map((variable) => {
          const codes = fileCodes(variable, codebook);
          const shown = codes
            .slice(0, CODES)
            .map(({ code, label, missing }) =>
              `${code} ${label === code ? '' : label}${missing ? ` (${MISSING_WORDS[missing]})` : ''}`.trim(),
            );
          return (
            <li key={variable.name}>
              <b>{variable.name}</b> {variable.label ?? variable.question}
              {variable.level && <span className={css['soft']}> {LEVEL_WORDS[variable.level]}</span>}
              {codes.length > 0 && (
                <small>
                  {shown.join('; ')}
                  {codes.length > CODES && ` and ${whole(codes.length - CODES)} more`}
                </small>
              )}
              {columns && !columns.has(variable.name) && <small className={css['note']}>not in the file</small>}
            </li>
          );
        })}
      </ul>
      {variables.length > LISTED && <p className={css['soft']}>and {whole(variables.length - LISTED)} more</p>}
    </details>
  );
}

/** The codebook beside the data: how it fits, or the place to bring one. */
export function CodebookPanel({ intake }: { intake: Intake }) {
  const [problem, setProblem] = useState(() => takeCodebookProblem(intake.id));
  const [busy, setBusy] = useState(false);
  const run = (work: Promise<Intake>) => {
    setBusy(true);
    setProblem(null);
    work.then(showIntake, (error: unknown) => setProblem(problemText(error))).finally(() => setBusy(false));
  };
  const { codebook: sent, read } = intake;
  const described = new Set(sent?.codebook.variables.map(({ name }) => name));
  const columns = new Set(read?.columns.map(({ name }) => name));
  const absent = read ? [...described].filter((name) => !columns.has(name)) : [];
  const plain = sent && read ? [...columns].filter((name) => !described.has(name)) : [];
  return (
    <section aria-label="Codebook" className={css['panel']}>
      <h2>
        Codebook
        <span>{sent ? sent.kind : 'none yet'}</span>
      </h2>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      {sent ? (
        <>
          <p className={css['soft']}>
            {sent.fileName}: {whole(described.size)} variables
            {read && `, ${whole(described.size - absent.length)} of them in the file`}.
            {intake.codebookSaysHow && ' It says where each stands in the data.'}
          </p>
          {absent.length > 0 && <p className={css['note']}>Not in the file: {andMore(absent, NAMED)}.</p>}
          {plain.length > 0 && <p className={css['soft']}>Not in the codebook: {andMore(plain, NAMED)}.</p>}
          {sent.remarks.map((remark) => (
            <p key={remark} className={css['note']}>
              {remark}
            </p>
          ))}
          <Understood codebook={sent.codebook} columns={read ? columns : null} />
          <p>
            <Button
              disabled={busy}
              onClick={() => run(change('DELETE /intakes/{intake}/codebook', { intake: intake.id }))}
            >
              Take it off
            </Button>
          </p>
        </>
      ) : (
        <p className={css['soft']}>
          Labels, codes and levels from a table (CSV, .xlsx), DDI, Triple-S or JSON.{' '}
          <FileChooser
            accept={CODEBOOK_FILES}
            called="Codebook file"
            text={busy ? 'Reading it…' : 'Choose a codebook…'}
            disabled={busy}
            take={(file) => run(change('PUT /intakes/{intake}/codebook', { intake: intake.id, file }))}
          />
        </p>
      )}
    </section>
  );
}
