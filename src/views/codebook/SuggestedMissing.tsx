import { plural } from '../../core/words.js';
import { useState } from 'react';
import type { Changed, CodebookIssue, Declaring, RosterVariable } from '../../api/types.js';
import { andMore } from '../../core/and-more.js';
import { type MissingReason, titleOf } from '../../core/codebook/types.js';
import { MainButton } from '../../kit/kit.js';
import { change } from '../server/ask.js';
import { ReasonSelect } from './CodesEditor.js';
import { useReach } from './use-reach.js';
import css from './codebook.module.css';

/** A code that is probably no answer, under one label, in all variables where it is. */
interface Suggested {
  key: string;
  code: string;
  label: string;
  missing: MissingReason;
  variables: number[];
}

/** The same codes of all issues together. */
function suggestedIn(health: readonly CodebookIssue[], variables: readonly RosterVariable[]): Suggested[] {
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  const byCode = new Map<string, Suggested>();
  for (const { variable: id, declare } of health) {
    for (const { code, missing } of declare) {
      const label = byId.get(id)?.codes.find((candidate) => candidate.code === code)?.label ?? code;
      const key = JSON.stringify([code, label, missing]);
      const same = byCode.get(key) ?? { key, code, label, missing, variables: [] };
      same.variables.push(id);
      byCode.set(key, same);
    }
  }
  return [...byCode.values()].sort((a, b) => b.variables.length - a.variables.length);
}

interface Props {
  study: string;
  health: readonly CodebookIssue[];
  variables: readonly RosterVariable[];
  run: (work: () => Promise<Changed>) => Promise<boolean>;
}

const NAMED = 3;
const codesIn = (count: number, variables: number) => `${plural(count, 'code')} in ${plural(variables, 'variable')}`;

/** All codes that are probably no answers, each with its reason, to be declared at once. */
export function SuggestedMissing({ study, health, variables, run }: Props) {
  const [off, setOff] = useState<ReadonlySet<string>>(new Set());
  const [reasons, setReasons] = useState<Readonly<Record<string, MissingReason>>>({});
  const suggested = suggestedIn(health, variables);
  const on = suggested.filter(({ key }) => !off.has(key));
  const people = useReach(
    study,
    on.map(({ code, variables: ids }) => ({ code, variables: ids })),
  );
  if (suggested.length === 0)
    return <p className={css['soft']}>No code looks like no answer that is not declared already.</p>;
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  const named = (ids: readonly number[]) => andMore(ids.flatMap((id) => byId.get(id) ?? []).map(titleOf), NAMED);
  const turn = (key: string) => {
    const next = new Set(off);
    if (!next.delete(key)) next.add(key);
    setOff(next);
  };
  const declaring: Declaring = {
    missing: 'other',
    in: on.map(({ key, code, missing, variables: ids }) => ({
      code,
      variables: ids,
      missing: reasons[key] ?? missing,
    })),
  };
  const reached = new Set(on.flatMap(({ variables: ids }) => ids)).size;
  return (
    <section className={css['plan']} aria-label="Probably no answers">
      <h2>
        Probably no answers · {codesIn(suggested.length, new Set(suggested.flatMap((code) => code.variables)).size)}
      </h2>
      <ul>
        {suggested.map(({ key, code, label, missing, variables: ids }) => (
          <li key={key} className={css['suggested']}>
            <label>
              <input type="checkbox" checked={!off.has(key)} onChange={() => turn(key)} />
              <span>
                <b>{code}</b> {label !== code && label} <span className={css['soft']}>in {named(ids)}</span>
              </span>
            </label>
            <ReasonSelect
              never
              label={`${code} ${label === code ? '' : `${label} `}is`}
              value={reasons[key] ?? missing}
              choose={(reason) => setReasons({ ...reasons, [key]: reason ?? 'other' })}
            />
          </li>
        ))}
      </ul>
      {people !== null && on.length > 0 && (
        <p className={css['soft']}>
          {plural(people, 'respondent has', 'respondents have')} one of the codes that are ticked.
        </p>
      )}
      <p>
        <MainButton
          disabled={on.length === 0}
          onClick={() => void run(() => change('POST /studies/{study}/missing', { study, body: declaring }))}
        >
          {on.length === 0 ? 'None chosen' : `Declare ${codesIn(on.length, reached)}`}
        </MainButton>
      </p>
    </section>
  );
}

/** What of issues is declared at once: each code with its reason, where it is. */
export function declaringOf(health: readonly CodebookIssue[], variables: readonly RosterVariable[]): Declaring {
  const suggested = suggestedIn(health, variables);
  return {
    missing: 'other',
    in: suggested.map(({ code, missing, variables: ids }) => ({ code, variables: ids, missing })),
  };
}
