import { guarded } from '../shell/guarded.js';
import { useState } from 'react';
import { saySentence, sentenceParts } from '../../core/table/say-sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Button, Problem, Toast, Wait } from '../../kit/kit.js';
import { fileAddress } from '../server/address.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { useStudy } from '../shell/use-study.js';
import { List, ListItem } from '../../kit/List.js';
import { Page, PageTitle } from '../../kit/Page.js';
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
      <Page>
        <PageTitle>Binder</PageTitle>
        {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
        <List>
          {view.tables.map((table) => {
            const title = saySentence(sentenceOfBody(table.sentence), view.variables);
            return (
              <ListItem
                key={table.id}
                acts={
                  <>
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
                  </>
                }
              >
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
              </ListItem>
            );
          })}
          {view.tables.length === 0 && (
            <ListItem>
              <p>
                No table has been kept yet. <a href={`/studies/${study}/tables`}>Ask for one</a>, then “Keep in binder”.
              </p>
            </ListItem>
          )}
        </List>
        <Toast text={toast} done={() => setToast(null)} />
      </Page>
    </PeekScope>
  );
}

export const BinderScreen = guarded(BinderPage);
