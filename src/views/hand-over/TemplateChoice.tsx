import { useState } from 'react';
import { FileChooser } from '../../kit/FileChooser.js';
import { Button, Problem } from '../../kit/kit.js';
import { change } from '../server/ask.js';
import { type Trouble, troubleOf } from '../server/problem.js';
import { useAnswer } from '../server/use-answer.js';
import css from './hand-over.module.css';

/** Endings and kinds of the files that can be a template. */
const DOCUMENTS =
  '.docx,.dotx,application/vnd.openxmlformats-officedocument.wordprocessingml.document,' +
  'application/vnd.openxmlformats-officedocument.wordprocessingml.template';

/** Whose look the documents of a study have: ours, or that of a document of one's own. */
export function TemplateChoice({ study }: { study: string }) {
  const { answer: template, problem } = useAnswer('GET /studies/{study}/template', { study });
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const [busy, setBusy] = useState(false);
  const run = (work: () => Promise<unknown>) => {
    setBusy(true);
    work()
      .then(
        () => setTrouble(null),
        (error: unknown) => setTrouble(troubleOf(error, () => run(work))),
      )
      .finally(() => setBusy(false));
  };
  const take = (file: File) => run(() => change('PUT /studies/{study}/template', { study, file }));
  return (
    <section className={css['template']} aria-label="Look of documents">
      <p>
        {template ? (
          <>
            Documents (DOCX) look as <strong>{template.name}</strong> does: its styles, fonts, colours and page.
          </>
        ) : (
          'Documents (DOCX) look as ours do.'
        )}
      </p>
      <p className={css['looks']}>
        <FileChooser
          called="A document whose look is taken"
          text={template ? 'As another document…' : 'As a document of your own…'}
          accept={DOCUMENTS}
          disabled={busy}
          take={take}
        />
        {template && (
          <Button disabled={busy} onClick={() => run(() => change('DELETE /studies/{study}/template', { study }))}>
            As ours
          </Button>
        )}
      </p>
      {problem && <Problem {...problem} />}
      {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
    </section>
  );
}
