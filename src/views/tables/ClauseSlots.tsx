import { byId } from '../../core/by-id.js';
import type { ReactNode } from 'react';
import type { RosterVariable } from '../../api/types.js';
import { conditionsIn } from '../../core/count/clause.js';
import { titleOf } from '../../core/codebook/types.js';
import { changeCondition, joinByAnd, joinByOr } from '../../core/table/edit-clauses.js';
import { sayRule } from '../../core/table/say-sentence.js';
import type { Clause, Condition } from '../../core/table/sentence.js';
import { ConditionEditor } from './ConditionEditor.js';
import { isComplete } from './draft.js';
import { Slot } from './Slot.js';
import css from './sentence.module.css';

interface Props {
  only: readonly Clause[];
  variables: readonly RosterVariable[];
  /** The condition that is open, counted over all. */
  open: number | null;
  setOpen: (at: number | null) => void;
  change: (only: readonly Clause[]) => void;
  /** A variable dropped on a condition starts another. */
  drop: (variable: number) => void;
}

/** "and" or "or" between two conditions, which a press turns into the other. */
function Join({ word, turn }: { word: 'and' | 'or'; turn: () => void }) {
  const other = word === 'and' ? 'or' : 'and';
  return (
    <button
      type="button"
      className={css['join']}
      title={`Make it “${other}”`}
      aria-label={`${word}: make it ${other}`}
      onClick={turn}
    >
      {word}
    </button>
  );
}

/** What keeps respondents: conditions, joined by and, or and not, each a slot of its own. */
export function ClauseSlots({ only, variables, open, setOpen, change, drop }: Props) {
  let seen = 0;
  const slot = (condition: Condition): ReactNode => {
    const at = seen++;
    const variable = byId(variables, condition.variable);
    if (!variable) return null;
    return (
      <Slot
        key={at}
        name={`Condition ${at + 1}`}
        peek={variable.id}
        text={`${titleOf(variable)} ${isComplete(condition) ? sayRule(condition, variable) : '…'}`}
        filled
        doubt={!variable.holds}
        open={open === at}
        toggle={() => setOpen(open === at ? null : at)}
        drop={drop}
        remove={() => {
          change(changeCondition(only, at, null));
          setOpen(null);
        }}
      >
        <ConditionEditor
          condition={condition}
          variable={variable}
          change={(next) => change(changeCondition(only, at, next))}
          close={() => setOpen(null)}
        />
      </Slot>
    );
  };
  const parts = (clause: Clause, turn: ((part: number) => void) | null): ReactNode => {
    if ('not' in clause) return <>not ({parts(clause.not, null)})</>;
    if (!('and' in clause) && !('or' in clause)) return slot(clause);
    const word = 'and' in clause ? 'and' : 'or';
    return ('and' in clause ? clause.and : clause.or).map((part, k) => (
      <span key={k}>
        {k > 0 &&
          (turn ? (
            <>
              {' '}
              <Join word={word} turn={() => turn(k)} />{' '}
            </>
          ) : (
            <i> {word} </i>
          ))}
        {'and' in part || 'or' in part ? <>({parts(part, null)})</> : parts(part, null)}
      </span>
    ));
  };
  return only.map((clause, k) => {
    const isGroup = 'or' in clause;
    const bracketed = isGroup && only.length > 1;
    return (
      <span
        key={`${k} ${conditionsIn<Condition>(clause)
          .map(({ variable }) => variable)
          .join(' ')}`}
      >
        {k === 0 ? (
          <i> only where </i>
        ) : (
          <>
            {' '}
            <Join word="and" turn={() => change(joinByOr(only, k))} />{' '}
          </>
        )}
        {bracketed && '('}
        {parts(clause, isGroup ? (part) => change(joinByAnd(only, k, part)) : null)}
        {bracketed && ')'}
      </span>
    );
  });
}
