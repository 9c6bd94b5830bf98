import { useState } from 'react';
import type { CodingAgreement } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { whole } from '../../core/figures.js';
import { pathOf } from '../../core/recode/theme/sheet.js';
import type { ThemeRecipe } from '../../core/recode/theme/shape.js';
import { coefficient } from '../../core/reading/words.js';
import { plural } from '../../core/words.js';
import { Field, Problem, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { useAnswer } from '../server/use-answer.js';
import { Differences } from './Differences.js';
import css from './coding.module.css';

type Agreed = CodingAgreement['alpha']['masi'];

interface Props {
  study: string;
  working: number;
  recipe: ThemeRecipe;
}

/** Near perfect agreement an interval by the standard error goes beyond what can be; it is told up to there. */
function sayAgreed({ value, lower, upper, why }: Agreed): string {
  if (value === null) return why ?? '';
  const interval =
    lower === null || upper === null
      ? ''
      : ` (${coefficient(Math.max(-1, lower))} to ${coefficient(Math.min(1, upper))})`;
  return `${coefficient(value)}${interval}`;
}

/** How two coders agree, theme by theme and over all, and what they differ on. */
export function AgreementPane({ study, working, recipe }: Props) {
  const names = recipe.coders.map(({ name }) => name);
  const [second, setSecond] = useState(names[1] ?? '');
  const [first = ''] = names;
  const asked = { study, working, query: { first, second } };
  const { answer, problem } = useAnswer('GET /studies/{study}/workings/{working}/agreement', asked, { keep: true });
  if (problem && !answer) return <Problem {...problem} />;
  if (!answer) return <Wait>Comparing…</Wait>;
  const percent = answer.answers === 0 ? '' : ` (${Math.round((100 * answer.alike) / answer.answers)}%)`;
  return (
    <>
      {names.length > 2 && (
        <Field label={`${first} and`}>
          <select className={kit['input']} value={second} onChange={({ target }) => setSecond(target.value)}>
            {names.slice(1).map((name) => (
              <option key={name}>{name}</option>
            ))}
          </select>
        </Field>
      )}
      <p>
        {answer.first} and {answer.second} coded <b>{plural(answer.answers, 'answer')}</b> both,
        {` ${whole(answer.alike)} alike${percent}; ${whole(answer.open)} are to be settled. `} Krippendorff’s alpha of
        the sets of themes is <b>{sayAgreed(answer.alpha.masi)}</b> by the MASI distance,{' '}
        <b>{sayAgreed(answer.alpha.jaccard)}</b> by the Jaccard distance.
      </p>
      <table className={css['agreement']}>
        <caption>Agreement on each theme</caption>
        <thead>
          <tr>
            <th scope="col">Theme</th>
            <th scope="col">both</th>
            <th scope="col">{answer.first} alone</th>
            <th scope="col">{answer.second} alone</th>
            <th scope="col">neither</th>
            <th scope="col">agree</th>
            <th scope="col" className={css['text']}>
              Cohen’s kappa (95%)
            </th>
          </tr>
        </thead>
        <tbody>
          {answer.themes.map(({ theme, name, both, first: mine, second: theirs, neither, share, kappa }) => {
            const own = byId(recipe.themes, theme);
            return (
              <tr key={theme}>
                <th scope="row">{own ? pathOf(recipe.themes, own) : name}</th>
                <td>{whole(both)}</td>
                <td>{whole(mine)}</td>
                <td>{whole(theirs)}</td>
                <td>{whole(neither)}</td>
                <td>{share === null ? '' : `${(100 * share).toFixed(1)}%`}</td>
                <td className={css['text']}>{sayAgreed(kappa)}</td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {answer.differences.length > 0 && <Differences {...{ study, working, recipe }} told={answer} />}
    </>
  );
}
