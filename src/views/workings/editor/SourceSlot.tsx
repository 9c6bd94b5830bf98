import { useState } from 'react';
import type { RosterVariable } from '../../../api/types.js';
import { titleOf } from '../../../core/codebook/types.js';
import { Picker } from '../../../kit/Picker.js';
import { peekAt } from '../../peek/Peek.js';
import { metaOf, searchText } from '../../roster/words.js';
import css from '../workings.module.css';

interface Props {
  variables: readonly RosterVariable[];
  chosen: RosterVariable | undefined;
  /** What is to be chosen: "a number". */
  what: string;
  choose: (id: number) => void;
  /** As a button in a line, not as a part of a title. */
  plain?: boolean | undefined;
}

/** The variable that a working stands on, in its title: a slot to choose another for. */
export function SourceSlot({ variables, chosen, what, choose, plain = false }: Props) {
  const [open, setOpen] = useState(false);
  const options = variables
    .filter(({ aside, id }) => !aside || id === chosen?.id)
    .map((variable) => ({
      id: variable.id,
      label: titleOf(variable),
      hint: metaOf(variable),
      also: searchText(variable),
    }));
  return (
    <span className={plain ? css['plainSlot'] : css['slot']}>
      <button
        type="button"
        className={css['source']}
        aria-haspopup="listbox"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
        {...(chosen ? peekAt(chosen.id) : {})}
      >
        {chosen ? titleOf(chosen) : `choose ${what}…`}
      </button>
      {open && (
        <Picker
          label={`Choose ${what}`}
          options={options}
          optionProps={peekAt}
          choose={(id) => {
            setOpen(false);
            choose(id);
          }}
          close={() => setOpen(false)}
        />
      )}
    </span>
  );
}
