import { useRef, useState } from 'react';
import type { Intake } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { Button, Problem } from '../../kit/kit.js';
import { client, problemText } from '../client.js';
import css from './intake.module.css';

/** Names of codebooks, to tell them from data. */
export const isCodebookName = (name: string) => /(\.(xml|sss|ddi)|codebook.*\.json)$/i.test(name);

const some = (names: readonly string[]) =>
  names.slice(0, 4).join(', ') + (names.length > 4 ? ` and ${names.length - 4} more` : '');

/** The codebook beside the data: how it fits, or the place to bring one. */
export function CodebookPanel({ intake, changed }: { intake: Intake; changed: (intake: Intake) => void }) {
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const [busy, setBusy] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  const run = (work: Promise<Intake>) => {
    setBusy(true);
    setProblem(null);
    work.then(changed, (error: unknown) => setProblem(problemText(error))).finally(() => setBusy(false));
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
          {absent.length > 0 && <p className={css['note']}>Not in the file: {some(absent)}.</p>}
          {plain.length > 0 && <p className={css['soft']}>Not in the codebook: {some(plain)}.</p>}
          {sent.remarks.map((remark) => (
            <p key={remark} className={css['note']}>
              {remark}
            </p>
          ))}
          <p>
            <Button disabled={busy} onClick={() => run(client.removeCodebook(intake.id))}>
              Take it off
            </Button>
          </p>
        </>
      ) : (
        <p className={css['soft']}>
          Labels and levels from DDI, Triple-S or JSON.{' '}
          <Button disabled={busy} onClick={() => input.current?.click()}>
            {busy ? 'Reading it…' : 'Choose a codebook…'}
          </Button>
        </p>
      )}
      <input
        ref={input}
        type="file"
        className="sr-only"
        tabIndex={-1}
        aria-label="Codebook file"
        accept=".xml,.sss,.json,application/json,text/xml"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          if (file) run(client.attachCodebook(intake.id, file));
          event.target.value = '';
        }}
      />
    </section>
  );
}
