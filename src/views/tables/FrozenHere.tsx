import type { StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import css from './table.module.css';

interface Props {
  view: StudyView;
  /** The table of the binder that is open; null where none is. */
  saved: number | null;
}

/** Says of a table that is frozen in the binder that its figures are counted anew here. */
export function FrozenHere({ view, saved }: Props) {
  const frozen = byId(view.tables, saved)?.frozen;
  const binder = view.binders.find(({ items }) => items.some((item) => item.is === 'table' && item.table === saved));
  if (!frozen || !binder) return null;
  return (
    <p className={css['madeHere']}>
      In the binder this table is <strong>frozen</strong>, and stays as it was.
      {' Here it is counted as the study is now. '}
      <a href={`/studies/${view.study.id}/binder?binder=${binder.id}#table-${saved}`}>See it as it was</a>
    </p>
  );
}
