import { plural } from '../../core/words.js';
import { useState } from 'react';
import type { Changed, CodebookIssue, MissingPlan, RosterVariable } from '../../api/types.js';
import { MISSING_REASONS, MISSING_WORDS, type MissingReason, titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button, Field, MainButton, Problem, Wait } from '../../kit/kit.js';
import { Segmented } from '../../kit/Segmented.js';
import kit from '../../kit/kit.module.css';
import { change } from '../server/ask.js';
import { useAnswer } from '../server/use-answer.js';
import { peekAt } from '../peek/Peek.js';
import { SuggestedMissing } from './SuggestedMissing.js';
import { type CodeInVariables, useReach } from './use-reach.js';
import css from './codebook.module.css';

type Scope = 'selected' | 'shown' | 'all';
type Line = MissingPlan['lines'][number];

const LEFT_WORDS: Record<NonNullable<Line['leftAlone']>, string> = {
  labelled: 'Left alone: a labelled answer',
  among: 'Left alone: among or beside the other numbers',
  same: 'So already',
  derived: 'Left alone: made by a working',
};
const SHOWN = 200;
const variablesOf = (lines: readonly Line[]) => {
  const n = new Set(lines.map(({ variable }) => variable)).size;
  return plural(n, 'variable');
};
const keyOf = ({ variable, code }: Line) => `${variable} ${code}`;

interface Props {
  study: string;
  variables: readonly RosterVariable[];
  listed: readonly RosterVariable[];
  selected: readonly RosterVariable[];
  /** What is wrong with the study: codes that are probably no answers among it; null: not known yet. */
  health: readonly CodebookIssue[] | null;
  run: (work: () => Promise<Changed>) => Promise<boolean>;
  close: () => void;
  /** Codes to begin with. */
  codes?: readonly string[];
}

const NOTHING_TURNED: { of: MissingPlan | null; keys: ReadonlySet<string> } = { of: null, keys: new Set() };

/** Each code with the variables in which it changes. */
function byCodeOf(lines: readonly Line[]): CodeInVariables[] {
  const byCode = new Map<string, number[]>();
  for (const { code, variable } of lines) byCode.set(code, [...(byCode.get(code) ?? []), variable]);
  return [...byCode].map(([code, variables]) => ({ code, variables }));
}

/** What happens with lines, in the order in which they are shown; null: they change. */
const SECTIONS: readonly (Line['leftAlone'] | null)[] = [null, 'labelled', 'among', 'same', 'derived'];

const canTurn = ({ leftAlone }: Line) => leftAlone !== 'derived' && leftAlone !== 'same';

interface SectionProps {
  title: string;
  lines: readonly Line[];
  variables: ReadonlyMap<number, RosterVariable>;
  isOn: (line: Line) => boolean;
  turn: (line: Line) => void;
}

/** Lines of the plan that have the same thing happen to them, each to be chosen otherwise where it can. */
function PlanSection({ title, lines, variables, isOn, turn }: SectionProps) {
  if (lines.length === 0) return null;
  return (
    <section className={css['plan']}>
      <h2>
        {title} · {variablesOf(lines)}
      </h2>
      <ul>
        {lines.slice(0, SHOWN).map((line) => {
          const variable = variables.get(line.variable);
          return (
            <li key={keyOf(line)}>
              <label>
                <input type="checkbox" checked={isOn(line)} disabled={!canTurn(line)} onChange={() => turn(line)} />
                <span>
                  <b>{line.code}</b> {line.label !== line.code && `${line.label}, `}
                  <span {...(variable ? peekAt(variable.id) : {})}>in {variable ? titleOf(variable) : ''}</span>
                  <span className={css['soft']}>
                    {' '}
                    {whole(line.respondents)}
                    {line.now !== null && line.leftAlone !== 'same' && `, now ${MISSING_WORDS[line.now]}`}
                  </span>
                </span>
              </label>
            </li>
          );
        })}
      </ul>
      {lines.length > SHOWN && <p className={css['soft']}>and {whole(lines.length - SHOWN)} more.</p>}
    </section>
  );
}

/** Which codes, and what they are to be. */
function CodesAndReason({
  text,
  setText,
  reason,
  setReason,
}: {
  text: string;
  setText: (text: string) => void;
  reason: MissingReason | null;
  setReason: (reason: MissingReason | null) => void;
}) {
  return (
    <div className={css['inline']}>
      <Field label="Codes, with commas between">
        <input className={kit['input']} autoFocus value={text} onChange={(event) => setText(event.target.value)} />
      </Field>
      <Field label="are">
        <select
          className={kit['input']}
          value={reason ?? 'answer'}
          onChange={(event) => setReason(MISSING_REASONS.find((candidate) => candidate === event.target.value) ?? null)}
        >
          {MISSING_REASONS.map((item) => (
            <option key={item} value={item}>
              missing: {MISSING_WORDS[item]}
            </option>
          ))}
          <option value="answer">answers again</option>
        </select>
      </Field>
    </div>
  );
}

/** Declares codes missing in many variables, or answers again: what will happen is shown first, line by line. */
export function MissingPanel({ study, variables, listed, selected, health, run, close, codes: begun = [] }: Props) {
  const [text, setText] = useState(begun.join(', '));
  const [reason, setReason] = useState<MissingReason | null>('refused');
  const [scope, setScope] = useState<Scope>(selected.length > 1 ? 'selected' : 'all');
  const codes = [
    ...new Set(
      text
        .split(/[,;\n]/)
        .map((code) => code.trim())
        .filter((code) => code !== ''),
    ),
  ];
  const among = scope === 'all' ? variables : scope === 'shown' ? listed : selected;
  const ids = scope === 'all' ? null : among.map(({ id }) => id);
  const asked =
    codes.length === 0 || ids?.length === 0
      ? null
      : { study, body: { codes: codes.slice(0, 100), missing: reason, ...(ids ? { variables: ids } : {}) } };
  const { answer: plan, problem } = useAnswer('POST /studies/{study}/missing/plan', asked);
  // What was turned is of one plan: another begins without.
  const [turning, setTurning] = useState(NOTHING_TURNED);
  const turned = turning.of === plan ? turning.keys : NOTHING_TURNED.keys;
  const byId = new Map(variables.map((variable) => [variable.id, variable]));
  const isOn = (line: Line) => canTurn(line) && (line.leftAlone === null) !== turned.has(keyOf(line));
  const turn = (line: Line) => {
    const keys = new Set<string>(turned);
    if (!keys.delete(keyOf(line))) keys.add(keyOf(line));
    setTurning({ of: plan, keys });
  };
  const on = plan?.lines.filter(isOn) ?? [];
  // The plan counts its own; what changes is counted anew where it was chosen otherwise.
  const isOtherwise = turned.size > 0;
  const reached = useReach(study, isOtherwise ? byCodeOf(on) : []);
  const people = isOtherwise ? reached : (plan?.respondents ?? null);
  const declaredIn = new Set(on.map(({ variable }) => variable)).size;
  const keep = () => {
    const declaring = { missing: reason, in: byCodeOf(on) };
    void run(() => change('POST /studies/{study}/missing', { study, body: declaring })).then((done) => done && close());
  };
  const wordOf = reason === null ? 'answers' : `missing: ${MISSING_WORDS[reason]}`;
  return (
    <aside className={css['panel']} aria-label="Missing codes">
      <div className={css['detail']}>
        <h1>
          Missing codes
          <small>
            What will happen is shown before it does; the source data stay as they are, and every change can be undone.
          </small>
        </h1>
        <CodesAndReason text={text} setText={setText} reason={reason} setReason={setReason} />
        <span>
          in{' '}
          <Segmented
            label="In which variables"
            value={scope}
            choose={setScope}
            of={[
              ['all', `all ${whole(variables.length)}`],
              ['shown', `the ${whole(listed.length)} shown`],
              ['selected', `the ${whole(selected.length)} selected`],
            ]}
          />
        </span>
        {problem && <Problem {...problem} />}
        {codes.length === 0 && <p className={css['soft']}>Write one code or more, such as 9 or 99.</p>}
        {codes.length === 0 && health && (
          <SuggestedMissing study={study} health={health} variables={variables} run={run} />
        )}
        {codes.length > 0 && !plan && !problem && <Wait>Looking where they occur…</Wait>}
        {plan && (
          <>
            <div role="status">
              {plan.words.map((words) => (
                <p key={words}>{words}</p>
              ))}
            </div>
            {SECTIONS.map((why) => (
              <PlanSection
                key={why ?? 'change'}
                title={why === null ? `Will be ${wordOf}` : LEFT_WORDS[why]}
                lines={plan.lines.filter(({ leftAlone }) => leftAlone === why)}
                variables={byId}
                isOn={isOn}
                turn={turn}
              />
            ))}
          </>
        )}
      </div>
      <div className={css['panelFoot']}>
        <MainButton disabled={on.length === 0} onClick={keep}>
          {on.length === 0 ? 'Nothing to change' : `Declare in ${plural(declaredIn, 'variable')}`}
        </MainButton>
        {people !== null && on.length > 0 && (
          <span className={css['soft']}>{plural(people, 'respondent has', 'respondents have')} one of these codes</span>
        )}
        <Button onClick={close}>Close</Button>
      </div>
    </aside>
  );
}
