import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { saySentence } from '../../core/table/say-sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Problem, Toast, Wait } from '../../kit/kit.js';
import { List, ListItem } from '../../kit/List.js';
import { Page, PageTitle } from '../../kit/Page.js';
import { PeekScope } from '../peek/PeekScope.js';
import { change } from '../server/ask.js';
import { problemText } from '../server/problem.js';
import { guarded } from '../shell/guarded.js';
import { useStudy } from '../shell/use-study.js';
import { BinderItem } from './BinderItem.js';
import css from './binder.module.css';

/** The captions of all tables, each a link to its table. */
function Contents({ view: { tables, variables } }: { view: StudyView }) {
  return (
    <nav aria-label="Contents">
      <ol className={css['contents']}>
        {tables.map(({ id, sentence }, k) => (
          <li key={id}>
            <a href={`#table-${id}`}>{`Table ${k + 1}. ${saySentence(sentenceOfBody(sentence), variables)}`}</a>
          </li>
        ))}
      </ol>
    </nav>
  );
}

/** The Binder view: the tables that were kept and their readings, as they are now; to open, export or take out. */
function BinderPage({ study }: { study: string }) {
  const { view, problem } = useStudy(study);
  const [trouble, setTrouble] = useState<{ detail: string; mend: string } | null>(null);
  const [toast, setToast] = useState<string | null>(null);
  if (problem && !view) return <Problem {...problem} />;
  if (!view) return <Wait>Opening the study…</Wait>;
  const remove = (id: number) => {
    change('DELETE /studies/{study}/tables/{table}', { study, table: id }).then(
      () => setToast('Taken out of the binder.'),
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  return (
    <PeekScope study={study} view={view}>
      <Page>
        <PageTitle>Binder</PageTitle>
        {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
        {view.tables.length > 1 && <Contents view={view} />}
        <List>
          {view.tables.map((table, k) => (
            <BinderItem key={table.id} view={view} table={table} number={k + 1} remove={() => remove(table.id)} />
          ))}
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
