import { useState } from 'react';
import type { RosterVariable, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { Button, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { useAnswer } from '../server/use-answer.js';
import css from './coding.module.css';

interface Props {
  view: StudyView;
  /** The place in the data of who gave the answer, from 1. */
  place: number;
}

type Cell = string | number | readonly string[] | null;

/** A cell as its codebook calls it. */
function sayCell({ codes }: RosterVariable, cell: Cell): string {
  const nameOf = (code: string) => codes.find((own) => own.code === code)?.label || code;
  if (cell === null) return 'nothing';
  if (typeof cell === 'number') return String(cell);
  return typeof cell === 'string' ? nameOf(cell) : cell.map(nameOf).join(', ');
}

/** What one respondent gave to the variables that were asked for. */
function Given({ view, place, wanted }: Props & { wanted: readonly number[] }) {
  const body = { variables: [...wanted], from: place - 1, count: 1 };
  const asked = { study: view.study.id, body };
  const { answer, problem } = useAnswer('POST /studies/{study}/respondents', asked, { keep: true });
  const row = answer?.rows.find(({ respondent }) => respondent === place);
  if (problem && !answer) return <Problem {...problem} />;
  return (
    <dl className={css['given']}>
      {wanted.flatMap((id, k) => {
        const variable = byId(view.variables, id);
        return variable
          ? [
              <div key={id}>
                <dt>{titleOf(variable)}</dt>
                <dd>{row ? sayCell(variable, row.cells[k] ?? null) : '…'}</dd>
              </div>,
            ]
          : [];
      })}
    </dl>
  );
}

/**
 * What who gave an answer says elsewhere, of the variables that are asked for. Nothing is shown at first: who codes is
 * not to be led by it.
 */
export function Elsewhere({ view, place }: Props) {
  const [wanted, setWanted] = useState<readonly number[] | null>(null);
  if (wanted === null) return <Button onClick={() => setWanted([])}>What they say elsewhere…</Button>;
  return (
    <section className={css['quote']} aria-label="What they say elsewhere">
      <label>
        Show of who gave this answer{' '}
        <select
          className={kit['input']}
          value=""
          onChange={({ target }) => target.value !== '' && setWanted([...wanted, Number(target.value)])}
        >
          <option value="">a variable…</option>
          {view.variables
            .filter(({ id, aside }) => !aside && !wanted.includes(id))
            .map((variable) => (
              <option key={variable.id} value={variable.id}>
                {titleOf(variable)}
              </option>
            ))}
        </select>
      </label>{' '}
      <Button onClick={() => setWanted(null)}>Hide it</Button>
      {wanted.length > 0 && <Given {...{ view, place, wanted }} />}
    </section>
  );
}
