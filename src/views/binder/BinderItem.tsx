import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { saySentence, sentenceParts } from '../../core/table/say-sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { Button } from '../../kit/kit.js';
import { ListItem } from '../../kit/List.js';
import { peekAt } from '../peek/Peek.js';
import { fileAddress } from '../server/address.js';
import { KeptTable } from './KeptTable.js';

const when = (iso: string) =>
  new Date(iso).toLocaleString('en-GB', { day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' });

interface Props {
  view: StudyView;
  table: StudyView['tables'][number];
  /** Its number among the tables of the binder, from 1. */
  number: number;
  remove: () => void;
}

/** A kept table under its caption, with what can be done with it. */
export function BinderItem({ view, table, number, remove }: Props) {
  /** It was asked to be taken out. */
  const [asked, setAsked] = useState(false);
  const study = view.study.id;
  const sentence = sentenceOfBody(table.sentence);
  const title = saySentence(sentence, view.variables);
  return (
    <ListItem
      below={<KeptTable view={view} table={table} />}
      acts={
        <>
          <a
            href={fileAddress('GET /studies/{study}/tables/{table}/csv', { study, table: table.id })}
            download
            aria-label={`CSV of ${title}`}
          >
            CSV
          </a>
          {asked ? (
            <>
              <Button onClick={remove}>Yes, take it out</Button>
              <Button onClick={() => setAsked(false)}>No</Button>
            </>
          ) : (
            <Button onClick={() => setAsked(true)} aria-label={`Take out ${title}`}>
              Take out
            </Button>
          )}
        </>
      }
    >
      <h2 id={`table-${table.id}`}>
        Table {number}.{' '}
        <a href={`/studies/${study}/tables?table=${table.id}`}>
          {sentenceParts(sentence, view.variables).map(({ text, variable }, k) => (
            <span key={k} {...(variable === null ? {} : peekAt(variable))}>
              {text}
            </span>
          ))}
        </a>
      </h2>
      <p>Kept on {when(table.edited)}. It is counted as the study is now.</p>
    </ListItem>
  );
}
