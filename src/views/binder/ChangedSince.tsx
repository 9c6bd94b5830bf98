import type { LedgerEntry, StudyView } from '../../api/types.js';
import type { ChangedFigure, Look } from '../../core/binder/look.js';
import { sourcesOf } from '../../core/recode/sources.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { plural } from '../../core/words.js';
import { Button } from '../../kit/kit.js';
import { useAnswer } from '../server/use-answer.js';
import { when } from './when.js';
import css from './binder.module.css';

interface Props {
  view: StudyView;
  table: StudyView['tables'][number];
  changes: readonly ChangedFigure[];
  since: Pick<Look, 'at' | 'revision'>;
  /** Has what it shows now be what the next look is held against; of a table that is frozen there is none. */
  seen?: () => void;
}

/** So many changes are listed; the others are counted. */
const MOST_LISTED = 200;

/** So many entries of the ledger are looked at, the latest. */
const MOST_ENTRIES = 12;

/** Variables that a table stands on, and all that they are made of. */
function standsOn({ workings }: StudyView, table: Props['table']): Set<number> {
  const all = new Set<number>();
  const take = (id: number): void => {
    if (all.has(id)) return;
    all.add(id);
    const working = workings.find(({ variable }) => variable === id);
    if (working) sourcesOf(working.recipe).forEach(take);
  };
  variablesOf(sentenceOfBody(table.sentence)).forEach(take);
  return all;
}

/** An entry of the ledger, where it has to do with what the table stands on; nothing else. */
function Entry({ view, entry, on }: { view: StudyView; entry: LedgerEntry; on: ReadonlySet<number> }) {
  const study = view.study.id;
  const { answer } = useAnswer('GET /studies/{study}/ledger/{entry}', { study, entry: entry.id });
  if (!answer) return null;
  const variables = view.variables.filter(({ id }) => on.has(id));
  const concerns = ({ of, id }: (typeof answer.lines)[number]) =>
    (of === 'variable' && on.has(id)) ||
    (of === 'list' && variables.some(({ codeListId }) => codeListId === id)) ||
    (of === 'working' && variables.some(({ workingId }) => workingId === id));
  if (entry.kind !== 'intake' && answer.more === 0 && !answer.lines.some(concerns)) return null;
  return (
    <li>
      {entry.undone && 'taken back: '}
      <a href={`/studies/${study}/ledger?entry=${entry.id}`}>
        entry {entry.id}, {entry.words}
      </a>
    </li>
  );
}

/** What was done to the study since, as far as the table stands on it. */
function Entries({ view, table, since }: Pick<Props, 'view' | 'table' | 'since'>) {
  const { answer } = useAnswer('GET /studies/{study}/ledger', { study: view.study.id });
  const on = standsOn(view, table);
  const after = (answer ?? []).filter(({ revision, kind }) => revision > since.revision && kind !== 'table');
  return (
    <ul className={css['entries']} aria-label="What was done since">
      {after.slice(-MOST_ENTRIES).map((entry) => (
        <Entry key={entry.id} view={view} entry={entry} on={on} />
      ))}
    </ul>
  );
}

/**
 * Figures of a kept table that are others than when it was looked at last, and what was done meanwhile; of a table that
 * is frozen those that would be others, if it followed the study.
 */
export function ChangedSince({ view, table, changes, since, seen }: Props) {
  const rest = changes.length - MOST_LISTED;
  const what = seen ? 'Old and new figures' : 'Frozen and present figures';
  return (
    <aside
      className={css['changed']}
      aria-label={seen ? 'Changed since it was looked at' : 'Changed since it was frozen'}
    >
      {seen ? (
        <p>
          <strong>{plural(changes.length, 'figure')} changed</strong> since it was looked at on {when(since.at)}.{' '}
          <Button onClick={seen}>Seen</Button>
        </p>
      ) : (
        <p>
          <strong>{plural(changes.length, 'figure')} would change</strong> if it followed the study as it is now.
        </p>
      )}
      <Entries view={view} table={table} since={since} />
      <details>
        <summary>{what}</summary>
        <div className={css['figures']} role="region" aria-label={what} tabIndex={0}>
          <table>
            <thead>
              <tr>
                <th scope="col">Line</th>
                <th scope="col">Column</th>
                <th scope="col">{seen ? 'was' : 'frozen'}</th>
                <th scope="col">{seen ? 'is' : 'now'}</th>
              </tr>
            </thead>
            <tbody>
              {changes.slice(0, MOST_LISTED).map(({ line, column, before, after }, k) => (
                <tr key={k}>
                  <th scope="row">{line}</th>
                  <td>{column}</td>
                  <td>{before ?? 'not there'}</td>
                  <td>{after ?? 'gone'}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        {rest > 0 && <p>and {plural(rest, 'other')}</p>}
      </details>
    </aside>
  );
}
