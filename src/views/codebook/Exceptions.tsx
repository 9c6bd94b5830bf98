import { useState } from 'react';
import type { Changed, RosterVariable, VariableDetail } from '../../api/types.js';
import { parseNumber } from '../../core/codebook/number.js';
import { type Code, type MissingReason } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, MainButton } from '../../kit/kit.js';
import { editEntries } from '../server/edit-entries.js';
import { ReasonSelect } from './CodesEditor.js';
import { makeAddress } from '../workings/workings-address.js';
import css from './codebook.module.css';

const SHOWN = 12;

interface Props {
  study: string;
  variable: RosterVariable;
  detail: VariableDetail;
  run: (work: () => Promise<Changed>) => Promise<boolean>;
}

/**
 * Where nearly all values of a variable are numbers: the words among them, each to be decided, before it is a number.
 */
export function Exceptions({ study, variable, detail, run }: Props) {
  const [decided, setDecided] = useState<Record<string, MissingReason>>({});
  const [open, setOpen] = useState(false);
  const { level, levels, workingId, codes: listed } = variable;
  const words = detail.codes.filter(({ code, respondents }) => parseNumber(code) === null && respondents > 0);
  const undecided = words.filter(
    ({ code }) => !listed.some((candidate) => candidate.code === code && candidate.missing !== null),
  );
  const numbers = detail.codes.length - words.length;
  const canBe =
    workingId === null && level !== 'number' && levels.includes('number') && words.length > 0 && numbers > words.length;
  const isOne = workingId === null && level === 'number' && undecided.length > 0;
  if (!canBe && !isOne) return null;
  const open_ = open || isOne;
  const reasonOf = (code: string): MissingReason =>
    decided[code] ?? listed.find((candidate) => candidate.code === code)?.missing ?? 'other';
  const keep = () => {
    const mine = new Set(words.map(({ code }) => code));
    const codes: Code[] = [
      ...listed.filter(({ code, missing, label }) => !mine.has(code) && (missing !== null || label !== code)),
      ...words.map(({ code, label }): Code => ({ code, label, missing: reasonOf(code) })),
    ];
    void run(() => editEntries(study, [{ variable: variable.id, level: 'number', codes, codesFor: 'this' }]));
  };
  return (
    <section className={css['exceptions']} aria-label="Words among the numbers">
      <p>
        {isOne
          ? undecided.length === 1
            ? 'Among the numbers stands a word that nobody has decided on.'
            : `Among the numbers stand ${whole(undecided.length)} words that nobody has decided on.`
          : `${whole(numbers)} of ${whole(detail.codes.length)} different values are numbers.`}{' '}
        {!open_ && <Button onClick={() => setOpen(true)}>Make it a number…</Button>}
      </p>
      {open_ && (
        <>
          <table className={css['codes']}>
            <caption className="sr-only">What the words among the numbers mean</caption>
            <tbody>
              {words.slice(0, SHOWN).map(({ code, respondents }) => (
                <tr key={code}>
                  <td>{code}</td>
                  <td className={css['count']}>{whole(respondents)}</td>
                  <td>
                    <ReasonSelect
                      never
                      label={`${code} is`}
                      value={reasonOf(code)}
                      choose={(reason) => setDecided({ ...decided, [code]: reason ?? 'other' })}
                    />
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {words.length > SHOWN && <p className={css['soft']}>and {whole(words.length - SHOWN)} more, as no answer.</p>}
          <p className={css['soft']}>
            They stay in the data, and count as missing with the reason given. Where a word stands for a number (“two”),
            read the variable as a number in a <a href={makeAddress(study, 'number', variable.name)}>working</a>.
          </p>
          <p>
            <MainButton onClick={keep}>{isOne ? 'Keep these decisions' : 'Make it a number'}</MainButton>
          </p>
        </>
      )}
    </section>
  );
}
