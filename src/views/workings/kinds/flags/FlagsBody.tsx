import { isAnswer } from '../../../../core/codebook/types.js';
import { whole } from '../../../../core/figures.js';
import type { Flags } from '../../../../core/recode/flags/shape.js';
import { Button, Field, Wait } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

/** Yes or no for categories: which of them, and the words. */
export function FlagsBody({ recipe, change, detail }: BodyProps<Flags>) {
  if (recipe.source === 0) return null;
  if (!detail) return <Wait>Counting…</Wait>;
  const answers = detail.codes.filter(isAnswer);
  const most = Math.max(1, ...answers.map(({ respondents }) => respondents));
  return (
    <section className={css['section']}>
      <h2>
        Categories to flag
        <small>
          {recipe.codes.length} of {answers.length}
        </small>
      </h2>
      <div className={css['row']}>
        <Button onClick={() => change({ ...recipe, codes: answers.map(({ code }) => code) })}>All</Button>
        <Button onClick={() => change({ ...recipe, codes: [] })}>None</Button>
        <Field label="Yes is called">
          <input
            className={kit['input']}
            value={recipe.yes}
            onChange={(event) => change({ ...recipe, yes: event.target.value })}
          />
        </Field>
        <Field label="No is called">
          <input
            className={kit['input']}
            value={recipe.no}
            onChange={(event) => change({ ...recipe, no: event.target.value })}
          />
        </Field>
      </div>
      <div className={css['columns']} role="group" aria-label="Categories to flag">
        {answers.map(({ code, label, respondents }) => (
          <div key={code} className={css['column']}>
            <input
              type="checkbox"
              id={`flag-${code}`}
              checked={recipe.codes.includes(code)}
              onChange={(event) =>
                change({
                  ...recipe,
                  codes: event.target.checked
                    ? answers
                        .map((answer) => answer.code)
                        .filter((text) => text === code || recipe.codes.includes(text))
                    : recipe.codes.filter((text) => text !== code),
                })
              }
            />
            <label htmlFor={`flag-${code}`}>
              {code} {label === code ? '' : label}
            </label>
            <small className={css['meter']}>
              <i style={{ width: `${(100 * respondents) / most}px` }} aria-hidden="true" /> {whole(respondents)}
            </small>
          </div>
        ))}
      </div>
    </section>
  );
}
