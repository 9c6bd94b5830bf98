import type { RosterVariable } from '../../api/types.js';
import { conditionsOf } from '../../core/table/sentence.js';
import { Button } from '../../kit/kit.js';
import { startCondition, withLevel, withRow } from './draft.js';
import type { Open } from './SentenceLine.js';
import { canStandAcross } from './pair-of-numbers.js';
import type { Draft } from './url.js';

interface Props {
  study: string;
  variable: RosterVariable;
  variables: readonly RosterVariable[];
  draft: Draft;
  choose: (id: number) => void;
  change: (draft: Draft) => void;
  setOpen: (open: Open) => void;
}

/** What can be done with a variable of the list: where it can go in the sentence, and its entry. */
export function RosterActs({ study, variable, variables, draft, choose, change, setOpen }: Props) {
  const { id, name, level, countable } = variable;
  const entry = <a href={`/studies/${study}/codebook?variable=${encodeURIComponent(name)}`}>Codebook</a>;
  if (level === 'text') return entry;
  const begun = draft.rows.length > 0;
  const onlyWhere = () => {
    change({ ...draft, only: [...draft.only, startCondition(variable)] });
    setOpen({ slot: 'condition', at: conditionsOf(draft.only).length });
  };
  return (
    <>
      <Button onClick={() => choose(id)}>Rows</Button>
      {begun && (countable || level === 'number') && (
        <Button
          title="Another row, under those that are there"
          onClick={() => change(withRow(draft, draft.rows.length, id))}
        >
          + Row
        </Button>
      )}
      {begun && canStandAcross(variable, draft, variables) && (
        <Button onClick={() => change(withLevel({ ...draft, by: [] }, 0, 0, id))}>By</Button>
      )}
      {draft.by.length > 0 && countable && (
        <>
          {!draft.summary && (
            <Button
              title="Across too, beside what stands there"
              onClick={() => change(withLevel(draft, draft.by.length, 0, id))}
            >
              Also by
            </Button>
          )}
          <Button
            title="Splits what stands across last"
            onClick={() => change(withLevel(draft, draft.by.length - 1, draft.by.at(-1)?.length ?? 0, id))}
          >
            Split by
          </Button>
        </>
      )}
      {begun && level === 'number' && <Button onClick={() => change({ ...draft, weight: id })}>Weight</Button>}
      {begun && <Button onClick={onlyWhere}>Only where</Button>}
      {entry}
    </>
  );
}
