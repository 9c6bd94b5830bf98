import { whole } from '../../core/figures.js';
import { useEffect, useState } from 'react';
import type { RosterVariable, VariableDetail, VariableEdit } from '../../api/types.js';
import { parseNumber } from '../../core/codebook/number.js';
import {
  type Code,
  LEVEL_WORDS,
  MISSING_REASONS,
  MISSING_WORDS,
  type MissingReason,
  titleOf,
} from '../../core/codebook/types.js';
import { Field, MainButton, PlainButton, Problem, Wait } from '../../kit/kit.js';
import kit from '../../kit/kit.module.css';
import { client, problemText } from '../client.js';
import { Figures } from '../tables/NumberFigures.js';
import { canRegroup } from '../workings/WorkingsScreen.js';
import css from './codebook.module.css';

/** A number with more values than this shows those worth a look. */
const LISTED = 40;
const ENDS = 4;

/** Of many values: those that are missing or labelled, the lowest, the highest, and one that is asked for. */
function worthListing(codes: readonly Code[], wanted: string): Code[] {
  const plain = codes.filter(
    ({ missing, label, code }) => missing === null && label === code && parseNumber(code) !== null,
  );
  const ends = new Set([...plain.slice(0, ENDS), ...plain.slice(-ENDS)]);
  return codes.filter((one) => !plain.includes(one) || ends.has(one) || one.code === wanted.trim());
}

interface Props {
  study: string;
  variable: RosterVariable;
  revision: number;
  kept: (what: string) => void;
}

type SourceLevel = NonNullable<VariableEdit['level']>;
const LEVELS: readonly SourceLevel[] = ['unordered', 'ordered', 'number', 'text'];

const reasonFrom = (text: string): MissingReason | null => MISSING_REASONS.find((reason) => reason === text) ?? null;

/** One variable close up: its label, question, level and codes to edit; what it holds; what uses it. */
export function VariablePane({ study, variable, revision, kept }: Props) {
  const [detail, setDetail] = useState<VariableDetail | null>(null);
  const [edit, setEdit] = useState<VariableEdit>({});
  const [problem, setProblem] = useState<{ detail: string; mend: string } | null>(null);
  const [wanted, setWanted] = useState('');
  useEffect(() => {
    let wanted = true;
    client.variable(study, variable.id).then(
      (found) => wanted && setDetail(found),
      (error: unknown) => wanted && setProblem(problemText(error)),
    );
    return () => {
      wanted = false;
    };
  }, [study, variable.id, revision]);
  if (!detail) return problem ? <Problem {...problem} /> : <Wait>Looking…</Wait>;

  const fromFile = variable.workingId === null;
  const level = edit.level ?? variable.level;
  const codes = detail.codes.map(({ code, label, missing }): Code => {
    if (!edit.codes) return { code, label, missing };
    return edit.codes.find((one) => one.code === code) ?? { code, label: code, missing: null };
  });
  const respondents = new Map(detail.codes.map((one) => [one.code, one]));
  const many = level === 'number' && codes.length > LISTED;
  const shown = many ? worthListing(codes, wanted) : codes;
  const listing = level !== 'text' && shown.length > 0;
  const dirty = Object.keys(edit).length > 0;
  const setCode = (code: string, change: Partial<Code>) => {
    const next = codes.map((one) => (one.code === code ? { ...one, ...change } : one));
    // A number's plain values stay unlisted; only what differs from them is worth a line in the codebook.
    setEdit({
      ...edit,
      codes: level === 'number' ? next.filter((one) => one.missing !== null || one.label !== one.code) : next,
    });
  };
  const keep = (codesFor?: 'all' | 'this') => {
    client.editVariable(study, variable.id, codesFor && edit.codes ? { ...edit, codesFor } : edit).then(
      (found) => {
        setDetail(found);
        setEdit({});
        setProblem(null);
        kept(`Kept: ${titleOf(found.variable)}`);
      },
      (error: unknown) => setProblem(problemText(error)),
    );
  };
  const answered = codes
    .filter(({ missing }) => missing === null)
    .reduce((sum, { code }) => sum + (respondents.get(code)?.respondents ?? 0), 0);
  return (
    <>
      <h1>
        {titleOf(variable)}
        <small>
          {variable.name} · {fromFile ? 'a column of the file' : 'made by a working'} · {LEVEL_WORDS[variable.level]}
        </small>
      </h1>
      {problem && <Problem {...problem} dismiss={() => setProblem(null)} />}
      <Field label="Label">
        <input
          className={kit['input']}
          value={edit.label ?? variable.label}
          placeholder={variable.name}
          onChange={(event) => setEdit({ ...edit, label: event.target.value })}
        />
      </Field>
      <Field label="Question">
        <textarea
          className={kit['input']}
          rows={2}
          value={edit.question ?? variable.question}
          onChange={(event) => setEdit({ ...edit, question: event.target.value })}
        />
      </Field>
      {fromFile && (
        <Field label="Level">
          <select
            className={kit['input']}
            value={level}
            onChange={(event) => {
              const next = LEVELS.find((one) => one === event.target.value);
              if (next) setEdit({ ...edit, level: next });
            }}
          >
            {LEVELS.map((one) => (
              <option key={one} value={one}>
                {LEVEL_WORDS[one]}
              </option>
            ))}
          </select>
        </Field>
      )}
      {detail.summary && <Figures summary={detail.summary} />}
      {listing && (
        <table className={css['codes']}>
          <caption className="sr-only">Codes</caption>
          <colgroup>
            <col width="56" />
            <col />
            <col width="112" />
            <col width="66" />
          </colgroup>
          <thead>
            <tr>
              <th scope="col">Code</th>
              <th scope="col">Label</th>
              <th scope="col">Is</th>
              <th scope="col" className={css['count']}>
                n
              </th>
            </tr>
          </thead>
          <tbody>
            {shown.map((one) => (
              <tr key={one.code} data-missing={one.missing !== null}>
                <td>{one.code}</td>
                <td>
                  {fromFile ? (
                    <input
                      aria-label={`Label of ${one.code}`}
                      value={one.label}
                      onChange={(event) => setCode(one.code, { label: event.target.value })}
                    />
                  ) : (
                    one.label
                  )}
                </td>
                <td>
                  {fromFile ? (
                    <select
                      aria-label={`${one.code} ${one.label} is`}
                      value={one.missing ?? 'answer'}
                      onChange={(event) => setCode(one.code, { missing: reasonFrom(event.target.value) })}
                    >
                      <option value="answer">an answer</option>
                      {MISSING_REASONS.map((reason) => (
                        <option key={reason} value={reason}>
                          {MISSING_WORDS[reason]}
                        </option>
                      ))}
                    </select>
                  ) : one.missing === null ? (
                    'an answer'
                  ) : (
                    MISSING_WORDS[one.missing]
                  )}
                </td>
                <td className={css['count']}>{whole(respondents.get(one.code)?.respondents ?? 0)}</td>
              </tr>
            ))}
            <tr>
              <td />
              <td className={css['soft']}>Blank</td>
              <td className={css['soft']}>no answer</td>
              <td className={css['count']}>{whole(detail.blank)}</td>
            </tr>
          </tbody>
          {level !== 'multiple' && (
            <tfoot className={css['foot']}>
              <tr>
                <td />
                <th scope="row">Answers</th>
                <td />
                <td className={css['count']}>{whole(answered)}</td>
              </tr>
            </tfoot>
          )}
        </table>
      )}
      {many && (
        <>
          <p className={css['soft']}>
            Missing codes and the ends, of {whole(codes.length)} values.{' '}
            <a href={`/studies/${study}/tables?rows=${encodeURIComponent(variable.name)}`}>All in a table</a>
          </p>
          {fromFile && (
            <Field label="List another value, to mark it as missing">
              <input
                className={kit['input']}
                inputMode="decimal"
                value={wanted}
                onChange={(event) => setWanted(event.target.value)}
              />
            </Field>
          )}
        </>
      )}
      {detail.sharesList.length > 0 && (
        <p className={css['soft']}>The code list is shared with {detail.sharesList.join(', ')}.</p>
      )}
      <p className={css['soft']}>
        {detail.usedBy.tables.length + detail.usedBy.workings.length === 0
          ? 'Used by nothing yet.'
          : `Used by ${[...detail.usedBy.workings, ...detail.usedBy.tables.map((title) => `the table “${title}”`)].join(', ')}.`}
      </p>
      <div className={css['links']}>
        {variable.level !== 'text' && (
          <a href={`/studies/${study}/tables?rows=${encodeURIComponent(variable.name)}`}>Table</a>
        )}
        {canRegroup(variable) && (
          <a href={`/studies/${study}/workings?regroup=${encodeURIComponent(variable.name)}`}>Regroup</a>
        )}
        {variable.workingId !== null && (
          <a href={`/studies/${study}/workings?working=${variable.workingId}`}>Its working</a>
        )}
      </div>
      {dirty && (
        <div className={css['bar']}>
          {edit.codes && detail.sharesList.length > 0 ? (
            <>
              <MainButton onClick={() => keep('all')}>Keep for all {detail.sharesList.length + 1}</MainButton>
              <PlainButton onClick={() => keep('this')}>Only here</PlainButton>
            </>
          ) : (
            <MainButton onClick={() => keep()}>Keep the change</MainButton>
          )}
          <PlainButton onClick={() => setEdit({})}>Leave as it was</PlainButton>
        </div>
      )}
    </>
  );
}
