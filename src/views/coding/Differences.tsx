import { useState } from 'react';
import type { CodingAgreement } from '../../api/types.js';
import type { ThemeRecipe } from '../../core/recode/theme/shape.js';
import { Button, Field, Problem } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { change } from '../server/ask.js';
import { problemText, type Trouble } from '../server/problem.js';
import type { Said } from './coding-state.js';
import { sayCoded } from './say-coded.js';
import { Otherwise } from './Otherwise.js';
import css from './coding.module.css';

type Difference = CodingAgreement['differences'][number];

interface LineProps {
  difference: Difference;
  recipe: ThemeRecipe;
  /** Who settles is not said yet. */
  isClosed: boolean;
  /** Null: it is open again. */
  settle: (said: Said | null) => void;
}

/** The themes that both coders gave, together; null where neither gave any. */
function together({ first, second }: Difference): Said | null {
  const themes = [...new Set([...first.themes, ...second.themes])];
  return themes.length === 0 ? null : { verdict: 'themes', themes };
}

/** An answer as two coders coded it, and what is to count. */
function DifferenceLine({ difference, recipe: { themes }, isClosed, settle }: LineProps) {
  const { text, first, second, settled } = difference;
  const both = together(difference);
  return (
    <tr>
      <td className={css['text']} dir="auto">
        {text}
      </td>
      {[first, second].map((coded) => (
        <td key={coded.coder} className={css['text']}>
          {sayCoded(themes, coded)}{' '}
          <Button
            disabled={isClosed}
            aria-label={`this, as ${coded.coder} said: ${text}`}
            onClick={() => settle(coded)}
          >
            this
          </Button>
        </td>
      ))}
      <td className={css['text']}>
        {settled ? `${sayCoded(themes, settled)}, by ${settled.coder} ` : 'not yet '}
        {both && (
          <Button disabled={isClosed} aria-label={`The themes of both: ${text}`} onClick={() => settle(both)}>
            both
          </Button>
        )}{' '}
        <Otherwise {...{ text, themes, isClosed, settle }} start={settled?.themes ?? both?.themes ?? []} />{' '}
        {settled && (
          <Button disabled={isClosed} aria-label={`Open again: ${text}`} onClick={() => settle(null)}>
            open again
          </Button>
        )}
      </td>
    </tr>
  );
}

interface Props {
  study: string;
  working: number;
  recipe: ThemeRecipe;
  told: CodingAgreement;
}

/** Answers on which two coders differ, side by side, to be settled by who says who they are. */
export function Differences({ study, working, recipe, told }: Props) {
  const [by, setBy] = useState('');
  const [trouble, setTrouble] = useState<Trouble | null>(null);
  const settle = (text: string, said: Said | null) => {
    const codings = [{ texts: [text], verdict: said?.verdict ?? null, themes: [...(said?.themes ?? [])] }];
    const body = { coder: by.trim(), settles: true, codings };
    change('POST /studies/{study}/workings/{working}/codings', { study, working, body }).then(
      () => setTrouble(null),
      (error: unknown) => setTrouble(problemText(error)),
    );
  };
  return (
    <>
      {trouble && <Problem {...trouble} dismiss={() => setTrouble(null)} />}
      <div className={css['settler']}>
        <Field label="Who settles">
          <input
            className={kit['input']}
            value={by}
            maxLength={80}
            placeholder="a name, kept with each"
            onChange={({ target }) => setBy(target.value)}
          />
        </Field>
      </div>
      <table className={css['agreement']}>
        <caption>Answers on which they differ</caption>
        <thead>
          <tr>
            {['Answer', told.first, told.second, 'Settled'].map((heading) => (
              <th key={heading} scope="col" className={css['text']}>
                {heading}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {told.differences.map((difference) => (
            <DifferenceLine
              key={difference.text}
              {...{ difference, recipe }}
              isClosed={by.trim() === ''}
              settle={(said) => settle(difference.text, said)}
            />
          ))}
        </tbody>
      </table>
    </>
  );
}
