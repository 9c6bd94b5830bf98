import type { RosterVariable, StudyView } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { titleOf } from '../../core/codebook/types.js';
import { whole } from '../../core/figures.js';
import { Button } from '../../kit/kit.js';
import { makeAddress, numberAddress } from '../workings/workings-address.js';
import { EMPTY, type Draft } from './url.js';
import css from './table.module.css';

/** Variables in the rows, across and within whose answers are words that no table has lines for. */
export function textsIn({ rows, by, within }: Draft, variables: readonly RosterVariable[]): RosterVariable[] {
  const ids = new Set([...rows.map(({ variable }) => variable), ...by.flat(), ...(within === null ? [] : [within])]);
  return [...ids].flatMap((id) => {
    const variable = byId(variables, id);
    return variable?.level === 'text' && !variable.countable ? [variable] : [];
  });
}

/** A sentence without some variables. */
function withoutVariables(draft: Draft, gone: readonly number[]): Draft {
  const rows = draft.rows.filter(({ variable }) => !gone.includes(variable));
  if (rows.length === 0) return { ...EMPTY, only: draft.only, weight: draft.weight };
  const by = draft.by.map((nest) => nest.filter((id) => !gone.includes(id))).filter(({ length }) => length > 0);
  const within = draft.within !== null && gone.includes(draft.within) ? null : draft.within;
  return { ...draft, rows, by, within };
}

interface Props {
  view: StudyView;
  texts: readonly RosterVariable[];
  draft: Draft;
  change: (draft: Draft) => void;
}

/** In the place of a table of free text: why there is none, and what makes one of it. */
export function TextsHere({ view, texts, draft, change }: Props) {
  const study = view.study.id;
  return (
    <div className={css['nothing']} role="note">
      {texts.map((variable) => {
        const { id, name, answers } = variable;
        const title = titleOf(variable);
        return (
          <section key={id}>
            <h2>{title} holds free text.</h2>
            <p>
              Its {whole(answers)} answers are words as they were typed, and a table has lines for categories. Make
              categories of it, and put those in its place.
            </p>
            <div className={css['ideas']}>
              <a href={makeAddress(study, 'categories', name)}>Make categories of its answers</a>
              <a href={numberAddress(study, name, '.')}>Read it as a number</a>
              <Button onClick={() => change(withoutVariables(draft, [id]))}>Take {title} out of the table</Button>
            </div>
          </section>
        );
      })}
    </div>
  );
}
