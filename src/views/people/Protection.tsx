import { useState } from 'react';
import { ROLES } from '../../core/team/roles.js';
import type { AnswerTo } from '../../api/types.js';
import { MainButton, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { ask } from '../server/ask.js';
import { askAgain } from '../server/stale.js';
import css from './people.module.css';
import { useDoing } from './use-doing.js';

type Held = AnswerTo<'GET /studies/{study}/members'>['protection'];

interface Props {
  study: string;
  protection: Held;
  mayChange: boolean;
}

const whoFrom = (role: Held['rows']) =>
  role === 'owns' ? 'owns the study' : role === 'reads' ? 'reads, or does more' : `${role}, or does more`;

/** What a study hands out, and to whom. */
export function Protection({ study, protection, mayChange }: Props) {
  const [{ rows, leastBase }, setHeld] = useState(protection);
  const { busy, problem, run } = useDoing();
  if (!mayChange) {
    return (
      <p className={css['note']}>
        Respondents are shown and handed out one by one to who {whoFrom(protection.rows)}.
        {protection.leastBase > 0 && ` Tables on fewer than ${protection.leastBase} respondents are not handed out.`}
      </p>
    );
  }
  return (
    <form
      className={css['form']}
      aria-label="What is handed out"
      onSubmit={(event) => {
        event.preventDefault();
        run(
          () => ask('PUT /studies/{study}/protection', { study, body: { rows, leastBase } }),
          () => askAgain('GET /studies/{study}/members'),
        );
      }}
    >
      <h2 className={css['head']}>What is handed out</h2>
      <p className={css['ways']}>
        <label>
          Respondents one by one, and what they answered in words, to who{' '}
          <select
            className={css['select']}
            value={rows}
            onChange={(event) => {
              const chosen = ROLES.find((role) => role === event.target.value);
              if (chosen) setHeld({ rows: chosen, leastBase });
            }}
          >
            {ROLES.map((role) => (
              <option key={role} value={role}>
                {whoFrom(role)}
              </option>
            ))}
          </select>
        </label>
        <label>
          Tables on at least{' '}
          <input
            className={`${kit['input'] ?? ''} ${css['number'] ?? ''}`}
            type="number"
            min={0}
            max={100_000}
            value={leastBase}
            onChange={(event) => setHeld({ rows, leastBase: Math.max(0, Math.trunc(Number(event.target.value))) })}
          />{' '}
          respondents (0: all)
        </label>
        <MainButton type="submit" disabled={busy}>
          Keep this
        </MainButton>
      </p>
      {problem && <Problem {...problem} />}
    </form>
  );
}
