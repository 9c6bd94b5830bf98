import type { RosterVariable } from '../../api/types.js';
import { titleOf } from '../../core/codebook/types.js';
import { Button } from '../../kit/kit.js';
import { type Draft, EMPTY } from './url.js';
import css from './table.module.css';

interface Props {
  variables: readonly RosterVariable[];
  tables: readonly { id: number; title: string }[];
  change: (draft: Draft) => void;
  open: () => void;
  study: string;
}

/** Before anything is asked: what a sentence is, and a few to begin with. */
export function TableStart({ variables, tables, change, open, study }: Props) {
  const coded = variables.filter(
    (variable) =>
      variable.countable &&
      (variable.level === 'ordered' || variable.level === 'unordered' || variable.level === 'multiple'),
  );
  const answers = coded.find(({ level }) => level === 'ordered') ?? coded[0];
  const group = coded.find((variable) => variable.level === 'unordered' && variable !== answers);
  const rows = answers ? [{ variable: answers.id }] : [];
  return (
    <div className={css['nothing']}>
      <h2>A table is a sentence.</h2>
      <p>
        Choose what goes down; add a <b>by</b> for groups across, and an <b>only where</b> to keep some respondents.
        Drag a variable here from the roster, click it there, or press <b>R</b>.
      </p>
      <div className={css['ideas']}>
        <Button onClick={open}>Choose a variable…</Button>
        {answers && <Button onClick={() => change({ ...EMPTY, rows })}>{titleOf(answers)}</Button>}
        {answers && group && (
          <Button onClick={() => change({ ...EMPTY, rows, by: [[group.id]] })}>
            {titleOf(answers)} by {titleOf(group)}
          </Button>
        )}
        {tables.slice(-3).map(({ id, title }) => (
          <a key={id} href={`/studies/${study}/tables?table=${id}`}>
            {title} (in the binder)
          </a>
        ))}
      </div>
    </div>
  );
}
