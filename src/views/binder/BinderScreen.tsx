import { guarded } from '../shell/guarded.js';
import { useState } from 'react';
import { saySentence, sentenceParts } from '../../core/table/say-sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Button, Problem, Toast, Wait } from '../../kit/kit.js';
import { fileAddress } from '../server/address.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { useStudy } from '../shell/use-study.js';
import intake from '../intake/intake.module.css';
import { peekAt } from '../peek/Peek.js';
import { PeekScope } from '../peek/PeekScope.js';

const when = (iso: string) =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' });

/** The Binder view: the tables that were kept, to open, export or take out. */
function BinderPage({ study }: { study: string }) {
  const { view, problem } = useStudy(study);
  const [asked, setAsked] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<{ detail: string; mend: string } | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  if (problem && !view) return <Problem {...problem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  const remove = (id: number) => {
    change('DELETE /studies/{study}/tables/{table}', { study, table: id }).then(
      () => {
        setAsked(null);
        setToast('Taken out of the binder.');
      },
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  return (
    <PeekScope study={study} view={view}>
      <div className={intake['page']}>
        <div className={intake['inner']}>
          <h1 className={intake['title']}>Binder</h1>
          {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
          <ul className={intake['studies']}>
            {view.tables.map((table) => {
              const title = saySentence(sentenceOfBody(table.sentence), view.variables);
              return (
                <li key={table.id} className={intake['study']}>
                  <div>
                    <h2>
                      <a href={`/studies/${study}/tables?table=${table.id}`}>
                        {sentenceParts(sentenceOfBody(table.sentence), view.variables).map(({ text, variable }, k) => (
                          <span key={k} {...(variable === null ? {} : peekAt(variable))}>
                            {text}
                          </span>
                        ))}
                      </a>
                    </h2>
                    <p>Kept on {when(table.edited)}. It is counted again each time it is opened.</p>
                  </div>
                  <p className={intake['links']}>
                    <a
                      href={fileAddress('GET /studies/{study}/tables/{table}/csv', { study, table: table.id })}
                      download
                      aria-label={`CSV of ${title}`}
                    >
                      CSV
                    </a>
                    {asked === table.id ? (
                      <>
                        <Button onClick={() => remove(table.id)}>Yes, take it out</Button>
                        <Button onClick={() => setAsked(null)}>No</Button>
                      </>
                    ) : (
                      <Button onClick={() => setAsked(table.id)} aria-label={`Take out ${title}`}>
                        Take out
                      </Button>
                    )}
                  </p>
                </li>
              );
            })}
            {view.tables.length === 0 && (
              <li className={intake['study']}>
                <p>
                  No table has been kept yet. <a href={`/studies/${study}/tables`}>Ask for one</a>, then “Keep in
                  binder”.
                </p>
              </li>
            )}
          </ul>
        </div>
        <Toast text={toast} done={() => setToast(null)} />
      </div>
    </PeekScope>
  );
}

export const BinderScreen = guarded(BinderPage);
