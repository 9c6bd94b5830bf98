import { bidiShown } from '../../core/bidi-shown.js';
import type { VariableDetail } from '../../api/types.js';
import { parseNumber } from '../../core/codebook/number.js';
import { MISSING_WORDS } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import css from './peek.module.css';

type Line = VariableDetail['codes'][number];

const percent = (part: number, of: number) => (of === 0 ? '' : ((100 * part) / of).toFixed(1));

/** Of many answers: the most frequent, in their order. */
function worthShowing(answers: readonly Line[], most: number): Line[] {
  if (answers.length <= most) return [...answers];
  const least = [...answers].sort((a, b) => b.respondents - a.respondents)[most - 1]?.respondents ?? 0;
  return answers.filter(({ respondents }) => respondents >= least).slice(0, most);
}

/** What is needed of a variable: of one that is not kept yet, only this is there. */
interface Shown extends Pick<VariableDetail, 'codes' | 'blank' | 'answered'> {
  variable: Pick<VariableDetail['variable'], 'level'>;
}

/** A frequency table: codes with labels, share of those who answered; what is missing apart, blanks apart. */
export function Frequencies({ detail, most }: { detail: Shown; most: number }) {
  const { codes, blank, variable, answered: inAll } = detail;
  const isSet = variable.level === 'multiple';
  const answers = codes.filter(({ missing }) => missing === null);
  const missing = codes.filter((code) => code.missing !== null);
  // Of a number kept as numbers its values are not listed: the histogram shows them.
  const listed =
    variable.level === 'number'
      ? answers.filter(({ code, label }) => parseNumber(code) === null || label !== code)
      : answers;
  const shown = variable.level === 'text' ? [] : worthShowing(listed, most);
  const rest = variable.level === 'text' ? 0 : listed.length - shown.length;
  return (
    <table className={css['frequencies']}>
      <caption className="sr-only">Frequencies</caption>
      <thead>
        <tr>
          <th scope="col">Code</th>
          <th scope="col">Label</th>
          <th scope="col" className={css['figure']}>
            n
          </th>
          <th scope="col" className={css['figure']}>
            %
          </th>
        </tr>
      </thead>
      <tbody>
        {shown.map(({ code, label, respondents }) => (
          <tr key={code}>
            <td>{code}</td>
            <td>
              <span className={css['bar']} style={{ width: `${inAll === 0 ? 0 : (100 * respondents) / inAll}%` }} />
              <span className={css['word']}>{bidiShown(label)}</span>
            </td>
            <td className={css['figure']}>{whole(respondents)}</td>
            <td className={css['figure']}>{percent(respondents, inAll)}</td>
          </tr>
        ))}
        {rest > 0 && (
          <tr>
            <td />
            <td colSpan={3} className={css['soft']}>
              and {whole(rest)} less frequent
            </td>
          </tr>
        )}
        <tr className={css['sum']}>
          <td />
          <th scope="row">{isSet ? 'Respondents' : 'Answers'}</th>
          <td className={css['figure']}>{whole(inAll)}</td>
          <td className={css['figure']}>{isSet ? '' : percent(inAll, inAll)}</td>
        </tr>
        {missing.map(({ code, label, missing: why, respondents }) => (
          <tr key={code} className={css['soft']}>
            <td>{code}</td>
            <td>
              <span className={css['word']}>
                {label === code ? '' : `${bidiShown(label)} · `}
                {why && MISSING_WORDS[why]}
              </span>
            </td>
            <td className={css['figure']}>{whole(respondents)}</td>
            <td />
          </tr>
        ))}
        <tr className={css['soft']}>
          <td />
          <td>
            <span className={css['word']}>{isSet ? 'Blank, or no answer' : 'Blank'}</span>
          </td>
          <td className={css['figure']}>{whole(blank)}</td>
          <td />
        </tr>
      </tbody>
    </table>
  );
}
