import { useState } from 'react';
import { MISSING_REASONS, MISSING_WORDS, type MissingReason } from '../../../../core/codebook/types.js';
import { type Exception, type ToNumber } from '../../../../core/recode/to-number/shape.js';
import { readNumber } from '../../../../core/codebook/read-number.js';
import { whole } from '../../../../core/figures.js';
import { Button } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

/** Texts that are listed to be decided on. */
const LISTED = 100;

/** Text to a number: every text that spells none is listed, and decided on. */
export function ToNumberBody({ recipe, change, previewed, source: variable }: BodyProps<ToNumber>) {
  const { preview } = previewed;
  const decide = (text: string, next: Exception | null) =>
    change({
      ...recipe,
      exceptions: [...recipe.exceptions.filter((exception) => exception.text !== text), ...(next ? [next] : [])],
    });
  const rows = preview?.proof.rows.filter(({ code }) => code !== '') ?? [];
  const declaredIn = (code: string) => variable?.codes.find((candidate) => candidate.code === code)?.missing ?? null;
  const isLeft = (code: string) => declaredIn(code) === null && !recipe.exceptions.some(({ text }) => text === code);
  // What was too much to be listed cannot be decided on by name.
  const left = rows.filter(({ code }) => isLeft(code) && code !== '(other text)');
  return (
    <>
      <section className={css['section']}>
        <h2>
          How numbers are written<small>signs of currency, percent and thousands are read over</small>
        </h2>
        <Segmented
          label="Before the fraction stands"
          value={recipe.decimal}
          of={[
            ['.', 'a point: 1,234.5'],
            [',', 'a comma: 1.234,5'],
          ]}
          choose={(decimal) => change({ ...recipe, decimal })}
        />
      </section>
      <section className={css['section']}>
        <h2>
          Texts that are no number
          <small>
            {preview
              ? rows.length === 0
                ? ''
                : `${whole(rows.length)} different ${rows.length === 1 ? 'one' : 'ones'}, each to be decided on`
              : ''}
          </small>
        </h2>
        {left.length > 1 && (
          <Button
            onClick={() =>
              change({
                ...recipe,
                exceptions: [
                  ...recipe.exceptions,
                  ...left.map(({ code }): Exception => ({ text: code, is: 'missing', missing: 'other' })),
                ],
              })
            }
          >
            All {whole(left.length)} that are left: no answer
          </Button>
        )}
        <div className={css['columns']} role="group" aria-label="Texts that are no number">
          {rows.slice(0, LISTED).map(({ code, respondents }) => (
            <Decision
              key={code}
              text={code}
              respondents={respondents}
              decimal={recipe.decimal}
              declared={declaredIn(code)}
              decided={recipe.exceptions.find(({ text }) => text === code) ?? null}
              decide={(next) => decide(code, next)}
            />
          ))}
          {preview && rows.length === 0 && <p className={css['hint']}>Every text spells a number.</p>}
          {rows.length > LISTED && <p className={css['hint']}>and {whole(rows.length - LISTED)} more.</p>}
        </div>
      </section>
    </>
  );
}

interface DecisionProps {
  text: string;
  respondents: number;
  decimal: '.' | ',';
  /** What the codebook of the source says it is. */
  declared: MissingReason | null;
  decided: Exception | null;
  decide: (exception: Exception | null) => void;
}

type Is = MissingReason | 'number' | 'left';

/** What becomes of one text. */
function Decision({ text, respondents, decimal, declared, decided, decide }: DecisionProps) {
  const [typed, setTyped] = useState(decided?.is === 'number' ? String(decided.number) : '');
  const [asNumber, setAsNumber] = useState(decided?.is === 'number');
  const is: Is = asNumber ? 'number' : decided?.is === 'missing' ? decided.missing : 'left';
  return (
    <div className={css['decision']}>
      <b>
        {text} <small>{whole(respondents)}</small>
      </b>
      <select
        className={kit['input']}
        aria-label={`${text} is`}
        value={is}
        onChange={(event) => {
          const next = event.target.value;
          const reason = MISSING_REASONS.find((candidate) => candidate === next);
          setAsNumber(next === 'number');
          if (reason) decide({ text, is: 'missing', missing: reason });
          else decide(null);
        }}
      >
        <option value="left">
          {declared === null ? 'not decided on' : `${MISSING_WORDS[declared]}, by the codebook`}
        </option>
        <option value="number">the number…</option>
        {MISSING_REASONS.map((reason) => (
          <option key={reason} value={reason}>
            {MISSING_WORDS[reason]}
          </option>
        ))}
      </select>
      {asNumber && (
        <input
          className={kit['input']}
          aria-label={`The number that ${text} stands for`}
          inputMode="decimal"
          autoFocus={decided === null}
          value={typed}
          onChange={(event) => {
            setTyped(event.target.value);
            const number = readNumber(event.target.value, decimal);
            decide(number === null ? null : { text, is: 'number', number });
          }}
        />
      )}
    </div>
  );
}
