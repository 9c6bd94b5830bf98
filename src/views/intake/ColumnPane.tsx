import { MISSING_REASONS, MISSING_WORDS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button } from '../../kit/kit.js';
import { type Column, type Decisions, decideFor, markCodes, standing } from './decisions.js';
import css from './intake.module.css';

const LISTED = 200;

interface Props {
  column: Column;
  draft: Decisions;
  codebook: Parameters<typeof standing>[2];
  put: (draft: Decisions) => void;
  close: () => void;
}

/** One column close up: why it was understood so, and every value with its respondents, to say which are no answers. */
export function ColumnPane({ column, draft, codebook, put, close }: Props) {
  const { name, codes, why, guesses, filled, blank } = column;
  const { level, missingOf, labelOf } = standing(column, draft, codebook);
  // What there is to decide stands first, however many values there are.
  const inDoubt = new Set(guesses.flatMap((guess) => guess.codes.map(({ code }) => code)));
  const listed = [...codes.filter(({ code }) => inDoubt.has(code)), ...codes.filter(({ code }) => !inDoubt.has(code))];
  return (
    <aside className={css['columnPane']} aria-label={`Column ${name}`}>
      <h2>
        {name}
        <Button onClick={close}>Close</Button>
      </h2>
      <p>{why}</p>
      {guesses.map(({ text }) => (
        <p key={text} className={css['note']}>
          {text}
        </p>
      ))}
      <p className={css['soft']}>
        {whole(filled)} with a value, {blank === 0 ? 'none' : whole(blank)} blank
      </p>
      {codes.length > 0 && level !== 'text' && (
        <table className={css['values']}>
          <caption className="sr-only">Values of {name}</caption>
          <thead>
            <tr>
              <th scope="col">Value</th>
              <th scope="col">n</th>
              <th scope="col">Is</th>
            </tr>
          </thead>
          <tbody>
            {listed.slice(0, LISTED).map(({ code, respondents }) => (
              <tr key={code} data-missing={missingOf(code) !== null}>
                <td>
                  <b>{code.length > 60 ? `${code.slice(0, 59)}…` : code}</b> {labelOf(code) ?? ''}
                </td>
                <td>{whole(respondents)}</td>
                <td>
                  <select
                    aria-label={`${code} is`}
                    value={missingOf(code) ?? 'answer'}
                    onChange={(event) => {
                      const reason = MISSING_REASONS.find((candidate) => candidate === event.target.value) ?? null;
                      put(decideFor(draft, [name], (decision) => markCodes(decision, [{ code, missing: reason }])));
                    }}
                  >
                    <option value="answer">an answer</option>
                    {MISSING_REASONS.map((reason) => (
                      <option key={reason} value={reason}>
                        {MISSING_WORDS[reason]}
                      </option>
                    ))}
                  </select>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {codes.length > LISTED && <p className={css['soft']}>… {whole(codes.length)} values in all</p>}
    </aside>
  );
}
