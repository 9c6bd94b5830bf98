import { InlineButton } from '../../kit/kit.js';
import { decideFor, markCodes, probablyMissing, sayProbable, standing } from './decisions.js';
import type { ColumnProps } from './ColumnGrid.js';
import { ReadingChoice } from './ReadingChoice.js';
import css from './intake.module.css';

/** Questions about a column, each with a button that answers it. */
export function Guesses({ column, draft, codebook, put, ...reading }: ColumnProps) {
  const { name, guesses } = column;
  const { missingOf, leftOut } = standing(column, draft, codebook);
  const probable = probablyMissing(column, codebook);
  const words = sayProbable(column, probable, codebook);
  if (guesses.length === 0 && words === '') return <ReadingChoice column={column} {...reading} />;
  const marked = probable.length > 0 && probable.every(({ code }) => missingOf(code) !== null);
  const asked = guesses.flatMap((guess) => (guess.is === 'no-answer' ? guess.codes : []));
  const isSettled = marked || (asked.length > 0 && asked.every(({ code }) => missingOf(code) !== null));
  const asAnswers = probable.map(({ code }) => ({ code, missing: null }));
  const text = [...guesses.map((guess) => guess.text), words].filter((part) => part !== '').join(' ');
  const useless = guesses.some(({ is }) => is === 'blank' || is === 'constant');
  return (
    <p className={css['guess']}>
      <span title={text} data-settled={isSettled || leftOut}>
        {text}
      </span>
      {probable.length > 0 && (
        <InlineButton
          aria-pressed={marked}
          onClick={() =>
            put(decideFor(draft, [name], (decision) => markCodes(decision, marked ? asAnswers : probable)))
          }
        >
          {marked ? '✓ No answer' : 'No answer'}
        </InlineButton>
      )}
      {useless && !leftOut && (
        <InlineButton onClick={() => put(decideFor(draft, [name], (decision) => ({ ...decision, leaveOut: true })))}>
          Leave out
        </InlineButton>
      )}
      <ReadingChoice column={column} {...reading} />
    </p>
  );
}
