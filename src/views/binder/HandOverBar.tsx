import { useState } from 'react';
import type { StudyView } from '../../api/types.js';
import type { Binder } from '../../core/binder/binder-shape.js';
import { byId } from '../../core/by-id.js';
import { plural } from '../../core/words.js';
import { Button } from '../../kit/kit.js';
import { HandOver } from '../hand-over/HandOver.js';
import { useFile } from '../hand-over/use-file.js';
import { queryOf } from '../hand-over/ways.js';
import { Writing } from '../hand-over/Writing.js';
import { GivePage } from './GivePage.js';
import type { BinderActs } from './use-binder.js';
import css from './binder.module.css';

interface Props {
  view: StudyView;
  acts: BinderActs;
  binder: Binder;
  /** The tables of the binder, in its order. */
  tables: readonly number[];
  /** Those that are wanted; all of them, where it is none. */
  chosen: ReadonlySet<number>;
}

/** Freezes all that is handed over, or thaws it where all of it is frozen. */
function FreezeAll({ view, acts, tables, of }: Pick<Props, 'view' | 'acts' | 'tables'> & { of: string }) {
  const isFrozen = tables.every((id) => byId(view.tables, id)?.frozen);
  const word = isFrozen ? 'Thaw' : 'Freeze';
  return (
    <Button
      onClick={() => acts.freeze(tables, !isFrozen)}
      title={isFrozen ? 'The figures follow the study again.' : 'The figures stay, whatever is changed later.'}
    >
      {word} {of}
    </Button>
  );
}

/** What can be done with a binder as a whole, or with the tables of it that are chosen. */
export function HandOverBar({ view, acts, binder, tables, chosen }: Props) {
  const { study, setToast } = acts;
  const fetching = useFile((name) => setToast(`${name} is written.`));
  /** It is looked at what a page would say of few respondents. */
  const [giving, setGiving] = useState(false);
  const wanted = tables.filter((table) => chosen.has(table));
  const isAll = wanted.length === 0;
  const what = isAll ? 'The whole binder' : plural(wanted.length, 'chosen table');
  const ofBinder = { binder: String(binder.id), ...(isAll ? {} : { tables: wanted.join(',') }) };
  const busy = fetching.busy !== null;
  return (
    <>
      <div className={css['acts']}>
        <HandOver
          study={study}
          what={what}
          busy={busy}
          several={wanted.length !== 1 && tables.length > 1}
          choose={(way) => {
            setGiving(way === 'explore');
            if (way === 'explore') return;
            const query = { ...queryOf(way), ...ofBinder };
            fetching.fetch('the binder', 'GET /studies/{study}/binder/file', { study, query });
          }}
        />
        <FreezeAll {...{ view, acts }} {...(isAll ? { tables, of: 'all' } : { tables: wanted, of: 'chosen' })} />
        <span className={css['soft']}>{what}, with readings and a note on methods.</span>
      </div>
      {giving && (
        <GivePage
          study={study}
          binder={binder.id}
          tables={wanted}
          busy={busy}
          make={(asked) => {
            const query = { as: 'explore' as const, ...asked };
            fetching.fetch('the page', 'GET /studies/{study}/binder/file', { study, query });
          }}
          leave={() => setGiving(false)}
        />
      )}
      <Writing study={study} fetching={fetching} />
    </>
  );
}
