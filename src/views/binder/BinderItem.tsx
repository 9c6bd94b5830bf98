import { type ReactNode, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import type { FrozenMark } from '../../core/report/frozen-shape.js';
import { captionOf, captionParts } from '../../core/table/say-sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { HANDED, HANDED_NAMES, type Handed } from '../../core/table/picture-kinds.js';
import { Button } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import { peekAt } from '../peek/Peek.js';
import { MenuButton } from '../tables/MenuButton.js';
import css from './binder.module.css';
import { KeptTable } from './KeptTable.js';
import { when } from './when.js';

interface Props {
  view: StudyView;
  table: StudyView['tables'][number];
  /** What it is called among the others: "Table 3". */
  name: string;
  /** Has it stand as a table, as its picture, or as both. */
  hand: (handed: Handed) => void;
  /** It is one of those that are handed over. */
  chosen: boolean;
  choose: (chosen: boolean) => void;
  /** Freezes it, or thaws it. */
  freeze: (frozen: boolean) => void;
  remove: () => void;
  move: ReactNode;
  /** The other binders, into which it can be put, or a copy of it. */
  others: readonly { id: number; name: string }[];
  putInto: (binder: number, copy: boolean) => void;
}

const HANDED_WORDS = HANDED.map((own) => [own, HANDED_NAMES[own]] as const);

/** Puts a table, or a copy of it, into another binder. */
function Elsewhere({ others, putInto }: Pick<Props, 'others' | 'putInto'>) {
  if (others.length === 0) return null;
  return (
    <MenuButton name="Other binder" note="A copy is a table of its own.">
      {others.map(({ id, name }) => (
        <p key={id} className={css['acts']}>
          <Button onClick={() => putInto(id, false)}>Move to {name}</Button>
          <Button onClick={() => putInto(id, true)}>Copy to {name}</Button>
        </p>
      ))}
    </MenuButton>
  );
}

/** Since when its figures are frozen, and what had been done to the study until then. */
function Frozen({ study, mark: { at, entry } }: { study: string; mark: FrozenMark }) {
  return (
    <>
      <strong>Frozen</strong> on {when(at)}
      {entry > 0 && (
        <>
          , as of <a href={`/studies/${study}/ledger?entry=${entry}`}>entry {entry}</a> of the ledger
        </>
      )}
      . It does not follow the study.
    </>
  );
}

/** A kept table under its caption, with what can be done with it. */
export function BinderItem({ view, table, name, hand, chosen, choose, freeze, remove, move, others, putInto }: Props) {
  /** It was asked to be taken out. */
  const [asked, setAsked] = useState(false);
  const study = view.study.id;
  const sentence = sentenceOfBody(table.sentence);
  const { frozen } = table;
  const title = frozen?.caption ?? captionOf(sentence, view.variables, table.shown);
  return (
    <article className={css['item']}>
      <header className={css['text']}>
        <div>
          <h2 id={`table-${table.id}`}>
            {name}.{' '}
            <a href={`/studies/${study}/${table.shown.sweep ? 'sweep' : 'tables'}?table=${table.id}`}>
              {frozen
                ? title
                : captionParts(sentence, view.variables, table.shown).map(({ text, variable }, k) => (
                    <span key={k} {...(variable === null ? {} : peekAt(variable))}>
                      {text}
                    </span>
                  ))}
            </a>
          </h2>
          <p className={css['soft']}>
            {frozen ? (
              <Frozen study={study} mark={frozen} />
            ) : (
              `Kept on ${when(table.edited)}. It is counted as the study is now.`
            )}
          </p>
        </div>
        <div className={css['acts']}>
          <label>
            <input
              type="checkbox"
              checked={chosen}
              aria-label={`Choose ${title}`}
              onChange={({ target }) => choose(target.checked)}
            />{' '}
            choose
          </label>
          {!table.shown.sweep && (
            <Segmented
              label={`What stands here of ${title}`}
              value={table.shown.handed ?? 'table'}
              of={HANDED_WORDS}
              choose={hand}
            />
          )}
          <Button
            onClick={() => freeze(!frozen)}
            aria-label={`${frozen ? 'Thaw' : 'Freeze'} ${title}`}
            title={frozen ? 'Its figures follow the study again.' : 'Its figures stay, whatever is changed later.'}
          >
            {frozen ? 'Thaw' : 'Freeze'}
          </Button>
          {move}
          <Elsewhere others={others} putInto={putInto} />
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
        </div>
      </header>
      <KeptTable {...{ view, name, table }} />
    </article>
  );
}
