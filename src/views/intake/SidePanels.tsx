import { plural } from '../../core/words.js';
import type { Intake } from '../../api/types.js';
import { MISSING_WORDS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button } from '../../kit/kit.js';
import { fileAddress } from '../server/address.js';
import {
  type Column,
  decideFor,
  type Decisions,
  declareProbable,
  markCodes,
  probablyMissing,
  type Question,
  standing,
} from './decisions.js';
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
        <span className={css['note']}>{plural(unread.rows, 'row')}</span>
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
        <a
          className={css['link']}
          href={fileAddress('GET /intakes/{intake}/unread.csv', { intake: intake.id })}
          download
        >
          Download them
        </a>
        {fill && <Button onClick={fill}>Fill short rows with blanks</Button>}
      </p>
    </section>
  );
}

interface MissingProps {
  columns: readonly Column[];
  codebook: Parameters<typeof probablyMissing>[1];
  draft: Decisions;
  put: (draft: Decisions) => void;
}

/** Codes that are probably no answers, in all columns together, declared with one click, each with its reason. */
export function NoAnswerPanel({ columns, codebook, draft, put }: MissingProps) {
  const probable = columns.flatMap((column) => {
    const codes = probablyMissing(column, codebook);
    return codes.length > 0 ? [{ column, codes }] : [];
  });
  if (probable.length === 0) return null;
  const open = probable.filter(({ column, codes }) => {
    const { missingOf } = standing(column, draft, codebook);
    return codes.some(({ code }) => missingOf(code) === null);
  });
  const kinds = new Map<string, number>();
  for (const { column, codes } of probable) {
    const { labelOf } = standing(column, draft, codebook);
    for (const { code, missing } of codes) {
      const label = labelOf(code) ?? code;
      const words = `${label === code ? code : `${code} ${label}`}: ${MISSING_WORDS[missing]}`;
      kinds.set(words, (kinds.get(words) ?? 0) + 1);
    }
  }
  const listed = [...kinds].sort(([, a], [, b]) => b - a);
  const toColumns = (some: typeof probable) => some.map(({ column, codes }) => [column.name, codes] as const);
  const asAnswers = () =>
    probable.reduce(
      (next, { column, codes }) =>
        decideFor(next, [column.name], (decision) =>
          markCodes(
            decision,
            codes.map(({ code }) => ({ code, missing: null })),
          ),
        ),
      draft,
    );
  return (
    <section aria-label="Probably no answers" className={css['panel']}>
      <h2>
        Probably no answers
        <span>{plural(probable.length, 'column')}</span>
      </h2>
      <ul className={css['lines']}>
        {listed.slice(0, SHOWN).map(([words, n]) => (
          <li key={words}>
            {words} <span className={css['soft']}>in {whole(n)}</span>
          </li>
        ))}
      </ul>
      {listed.length > SHOWN && <p className={css['soft']}>… and {whole(listed.length - SHOWN)} more</p>}
      <p>
        {open.length > 0 ? (
          <Button onClick={() => put(declareProbable(draft, toColumns(open)))}>
            Declare all, each with its reason
          </Button>
        ) : (
          <Button aria-pressed onClick={() => put(asAnswers())}>
            ✓ All declared
          </Button>
        )}
      </p>
    </section>
  );
}

/** Columns that look like one multiple-response question; one click builds it. */
export function QuestionPanel({
  questions,
  draft,
  put,
}: {
  questions: readonly Question[];
  draft: Decisions;
  put: (draft: Decisions) => void;
}) {
  const able = questions;
  if (questions.length === 0) return null;
  const all = able.every(({ name }) => draft.questions[name]);
  const without = (name: string) =>
    Object.fromEntries(Object.entries(draft.questions).filter(([question]) => question !== name));
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
                {why}{' '}
                {columns
                  .map((column) => column.label)
                  .slice(0, 5)
                  .join(', ')}
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
}
