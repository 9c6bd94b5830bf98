import { useState } from 'react';
import { USUAL_PROTECTION } from '../../core/disclosure/protection-shape.js';
import { sayDisclosed } from '../../core/disclosure/say-disclosed.js';
import { plural } from '../../core/words.js';
import { Button, Problem, Wait } from '../../kit/kit.js';
import { useAnswer } from '../server/use-answer.js';
import css from './binder.module.css';

/** What is asked of the server: which tables, and from how many respondents on figures are given. */
type GivenQuery = { binder: string; tables?: string; leastCell: string; leastBase: string };

interface Props {
  study: string;
  binder: number;
  /** The tables that are wanted; all of them, where there are none. */
  tables: readonly number[];
  busy: boolean;
  make: (query: GivenQuery) => void;
  leave: () => void;
}

interface LeastProps {
  label: string;
  value: number;
  choose: (value: number) => void;
}

/** A number of respondents; it is taken when the field is left, or with Enter. */
function Least({ label, value, choose }: LeastProps) {
  return (
    <label>
      {label}{' '}
      <input
        key={value}
        type="number"
        min={0}
        max={1000}
        defaultValue={value}
        className={css['least']}
        onBlur={({ target }) => {
          const next = Number(target.value);
          if (target.value !== '' && Number.isInteger(next) && next >= 0 && next <= 1000) choose(next);
          else target.value = String(value);
        }}
        onKeyDown={({ key, currentTarget }) => key === 'Enter' && currentTarget.blur()}
      />
    </label>
  );
}

/** What a page for somebody else would say of few respondents, and what of it is withheld, before it is made. */
export function GivePage({ study, binder, tables, busy, make, leave }: Props) {
  const [cell, setCell] = useState(USUAL_PROTECTION.cell);
  const [base, setBase] = useState(USUAL_PROTECTION.base);
  const query: GivenQuery = {
    binder: String(binder),
    ...(tables.length > 0 ? { tables: tables.join(',') } : {}),
    leastCell: String(cell),
    leastBase: String(base),
  };
  const { answer, problem } = useAnswer('GET /studies/{study}/binder/disclosure', { study, query }, { keep: true });
  return (
    <section className={css['give']} aria-labelledby="give-page">
      <h2 id="give-page">Before it is given to somebody</h2>
      <p>
        The page has tables with figures to switch and lines to sort, pictures and readings; it holds no data of single
        respondents. What stands on few of them is withheld, and what it would follow from.
      </p>
      <p className={css['acts']}>
        <Least label="Withhold cells of fewer than" value={cell} choose={setCell} />
        <Least label="and groups of fewer than" value={base} choose={setBase} />
      </p>
      {problem && <Problem {...problem} />}
      {!answer && !problem && <Wait>Looking at what the tables say of few…</Wait>}
      {answer && (
        <ul className={css['findings']} tabIndex={0} aria-label="What the tables say of few respondents">
          {answer.tables.map(({ name, caption, disclosed }, k) => (
            <li key={k}>
              <strong>{name}.</strong> {caption}
              <ul>
                {sayDisclosed(disclosed).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </li>
          ))}
        </ul>
      )}
      {answer && (
        <p className={css['acts']}>
          <Button disabled={busy} onClick={() => make(query)}>
            Make the page of {plural(answer.tables.length, 'table')}
          </Button>
          <Button onClick={leave}>Leave it</Button>
        </p>
      )}
    </section>
  );
}
