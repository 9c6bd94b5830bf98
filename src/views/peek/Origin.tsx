import { and } from '../../core/words.js';
import type { VariableDetail } from '../../api/types.js';
import { useNames } from './names.js';
import css from './peek.module.css';
import { peekAt } from './Peek.js';

/** Where a variable came from, in a line. */
export function Origin({ study, from }: { study: string; from: VariableDetail['from'] }) {
  const titleFor = useNames();
  if (from.is === 'column') {
    return (
      <p className={css['soft']}>
        From the column {from.column} of {and(from.files)}.
      </p>
    );
  }
  const shown = from.of.slice(0, 6);
  return (
    <p className={css['soft']}>
      Made by the working <a href={`/studies/${study}/workings?working=${from.working}`}>{from.kind}</a> of{' '}
      {shown.map((id, k) => (
        <span key={id}>
          {k > 0 && ', '}
          <span {...peekAt(id)}>{titleFor(id)}</span>
        </span>
      ))}
      {from.of.length > shown.length && ` and ${from.of.length - shown.length} more`}: {from.says}.{' '}
      <span className={from.holds ? undefined : css['doubt']}>
        {from.holds ? 'Its proof holds: ' : 'Its proof does not hold: '}
        {from.findings[0]}
      </span>
      {from.same.length > 0 && (
        <span>
          {' '}
          {from.same.map((id, k) => (
            <span key={id}>
              {k > 0 && ', '}
              <span {...peekAt(id)}>{titleFor(id)}</span>
            </span>
          ))}{' '}
          {from.same.length === 1 ? 'does' : 'do'} the same: one of them is enough.
        </span>
      )}
    </p>
  );
}

/** What stands on a variable, in a line. */
export function UsedBy({ study, usedBy: { workings, tables } }: { study: string; usedBy: VariableDetail['usedBy'] }) {
  if (workings.length + tables.length === 0) return <p className={css['soft']}>Used by nothing yet.</p>;
  const parts = [
    ...workings.map(({ variable, title }) => (
      <span key={`w${variable}`} {...peekAt(variable)}>
        {title}
      </span>
    )),
    ...tables.map(({ table, title }) => (
      <a key={`t${table}`} href={`/studies/${study}/tables?table=${table}`}>
        the table “{title}”
      </a>
    )),
  ];
  return <p className={css['soft']}>Used by {parts.flatMap((part, k) => (k === 0 ? [part] : [', ', part]))}.</p>;
}
