import { useState } from 'react';
import { MISSING_REASONS, MISSING_WORDS } from '../../../../core/codebook/types.js';
import { whole } from '../../../../core/figures.js';
import { type SortedOut, type ToCategories } from '../../../../core/recode/to-categories/shape.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Field, Toggle } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import { NumberInput } from '../../editor/NumberInput.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

/** Values that are listed to be decided on. */
const LISTED = 120;

/** Text or a number to categories: each value one, alike ones together, rare ones to Other, some decided on by hand. */
export function ToCategoriesBody({ recipe, change, previewed, source }: BodyProps<ToCategories>) {
  const [search, setSearch] = useState('');
  const { preview } = previewed;
  const rows = (preview?.proof.rows ?? []).filter(({ code }) => code !== '');
  const shown = rows.filter(({ code, label }) => `${code} ${label}`.toLowerCase().includes(search.toLowerCase()));
  const decide = (text: string, next: SortedOut | null) =>
    change({
      ...recipe,
      exceptions: [...recipe.exceptions.filter((exception) => exception.text !== text), ...(next ? [next] : [])],
    });
  const declared = (code: string) => source?.codes.find((candidate) => candidate.code === code)?.missing ?? null;
  const labels = preview?.codes.filter(({ missing }) => missing === null).map(({ label }) => label) ?? [];
  return (
    <>
      <Bar label="Categories">
        <BarGroup>
          <Toggle on={recipe.alike} onClick={() => change({ ...recipe, alike: !recipe.alike })}>
            capitals and spaces aside
          </Toggle>
        </BarGroup>
        <BarGroup name="in the order of">
          <Segmented
            label="Order of the categories"
            value={recipe.order}
            of={[
              ['value', 'the values'],
              ['frequency', 'frequency'],
            ]}
            choose={(order) => change({ ...recipe, order })}
          />
        </BarGroup>
        <BarGroup name="to “Other” with fewer respondents than">
          <NumberInput
            label="Respondents that a category must have"
            value={recipe.least}
            put={(least) => change({ ...recipe, least: Math.max(1, Math.round(least ?? 1)) })}
            className={css['few']}
          />
        </BarGroup>
      </Bar>
      {preview && (
        <section className={css['section']}>
          <h2>
            Values<small>the most frequent first; each can be counted as another, or be no answer</small>
          </h2>
          <Field label="Find values">
            <input
              className={kit['input']}
              type="search"
              value={search}
              onChange={(event) => setSearch(event.target.value)}
            />
          </Field>
          <div className={css['columns']} role="group" aria-label="Values">
            {shown.slice(0, LISTED).map(({ code, respondents }) => (
              <Decision
                key={code}
                text={code}
                respondents={respondents}
                declared={declared(code) !== null}
                decided={recipe.exceptions.find(({ text }) => text === code) ?? null}
                labels={labels}
                decide={(next) => decide(code, next)}
              />
            ))}
            {shown.length > LISTED && (
              <p className={css['hint']}>and {whole(shown.length - LISTED)} more: find them by what they say.</p>
            )}
          </div>
        </section>
      )}
    </>
  );
}

interface DecisionProps {
  text: string;
  respondents: number;
  declared: boolean;
  decided: SortedOut | null;
  /** Categories that there are, to choose from. */
  labels: readonly string[];
  decide: (next: SortedOut | null) => void;
}

/** What becomes of one value. */
function Decision({ text, respondents, declared, decided, labels, decide }: DecisionProps) {
  const [as, setAs] = useState(decided?.is === 'as' ? decided.as : null);
  const list = `categories-for-${text}`;
  return (
    <div className={css['decision']}>
      <b>
        {text} <small>{whole(respondents)}</small>
      </b>
      <select
        className={kit['input']}
        aria-label={`${text} is`}
        value={as !== null ? 'as' : decided?.is === 'missing' ? decided.missing : 'own'}
        onChange={(event) => {
          const { value } = event.target;
          const reason = MISSING_REASONS.find((candidate) => candidate === value);
          setAs(value === 'as' ? '' : null);
          decide(reason ? { text, is: 'missing', missing: reason } : null);
        }}
      >
        <option value="own">{declared ? 'no answer, by the codebook' : 'a category of its own'}</option>
        <option value="as">counted as…</option>
        {MISSING_REASONS.map((reason) => (
          <option key={reason} value={reason}>
            no answer: {MISSING_WORDS[reason]}
          </option>
        ))}
      </select>
      {as !== null && (
        <>
          <input
            className={kit['input']}
            aria-label={`What ${text} is counted as`}
            list={list}
            value={as}
            autoFocus={decided === null}
            onChange={(event) => {
              setAs(event.target.value);
              decide(event.target.value.trim() === '' ? null : { text, is: 'as', as: event.target.value });
            }}
          />
          <datalist id={list}>
            {labels.map((label) => (
              <option key={label} value={label} />
            ))}
          </datalist>
        </>
      )}
    </div>
  );
}
