import type { Intake } from '../../api/types.js';
import { whole } from '../../core/figures.js';
import { Button } from '../../kit/kit.js';
import { client } from '../client.js';
import type { Decisions, Question } from './decisions.js';
import css from './intake.module.css';

const SHOWN = 6;

/** Rows that could not be read: how many, where, and what to do. */
export function UnreadPanel({ intake, fill }: { intake: Intake; fill: (() => void) | null }) {
  const unread = intake.read?.unread;
  if (!unread || unread.rows === 0) return null;
  return (
    <section aria-label="Rows not read" className={css['panel']}>
      <h2>
        Set aside
        <span className={css['note']}>
          {whole(unread.rows)} row{unread.rows === 1 ? '' : 's'}
        </span>
      </h2>
      <ul className={css['lines']}>
        {unread.first.slice(0, SHOWN).map(({ line, why }) => (
          <li key={line}>
            <b>Line {whole(line)}</b> {why}
          </li>
        ))}
      </ul>
      {unread.rows > SHOWN && <p className={css['soft']}>… and {whole(unread.rows - SHOWN)} more</p>}
      <p>
        <a className={css['link']} href={client.unreadCsv(intake.id)} download>
          Download them
        </a>
        {fill && <Button onClick={fill}>Fill short rows with blanks</Button>}
      </p>
    </section>
  );
}

/** Columns that look like one question, each taken on with one click. */
export function QuestionPanel({ questions, draft, put }: { questions: readonly Question[]; draft: Decisions; put: (draft: Decisions) => void }) {
  const able = questions;
  if (questions.length === 0) return null;
  const all = able.every(({ name }) => draft.questions[name]);
  const without = (name: string) => Object.fromEntries(Object.entries(draft.questions).filter(([one]) => one !== name));
  return (
    <section aria-label="Multiple-response questions" className={css['panel']}>
      <h2>
        Look like one question
        <span>{questions.length}</span>
      </h2>
      {able.length > 1 && !all && (
        <Button
          onClick={() =>
            put({
              ...draft,
              questions: {
                ...Object.fromEntries(able.map(({ name, label }) => [name, { label }])),
                ...draft.questions,
              },
            })
          }
        >
          Make all {able.length} questions
        </Button>
      )}
      <ul className={css['questions']}>
        {questions.map((question) => {
          const { name, label, columns, none, why } = question;
          const taken = draft.questions[name];
          return (
            <li key={name}>
              {taken ? (
                <input
                  aria-label={`Label of the question ${name}`}
                  value={taken.label}
                  onChange={(event) =>
                    put({ ...draft, questions: { ...draft.questions, [name]: { label: event.target.value } } })
                  }
                />
              ) : (
                <b>{label}</b>
              )}
              <p className={css['soft']} title={columns.map((column) => column.label).join(', ')}>
                {why} {columns.map((column) => column.label).slice(0, 5).join(', ')}
                {columns.length > 5 && ` … ${columns.length} options`}
                {none && `; ${none.name} says none of these`}
              </p>
              <Button
                aria-pressed={taken !== undefined}
                onClick={() =>
                  put({ ...draft, questions: taken ? without(name) : { ...draft.questions, [name]: { label } } })
                }
              >
                {taken ? 'Keep the columns apart' : 'Make it one question'}
              </Button>
            </li>
          );
        })}
      </ul>
    </section>
  );
} // prettier-ignore
