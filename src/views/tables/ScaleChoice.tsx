import { useRef, useState } from 'react';
import type { StudyView } from '../../api/types.js';
import { OFF_SCALE, type OffScale } from '../../core/table/sentence.js';
import { Button } from '../../kit/kit.js';
import { Popover } from '../../kit/Popover.js';
import { withOffScale } from './codes-here.js';
import { type ScaleList, scaleLists } from './scale-lists.js';
import type { Draft } from './url.js';
import css from './figures.module.css';

interface Props {
  view: StudyView;
  draft: Draft;
  change: (draft: Draft) => void;
}

const WORDS: Record<OffScale, string> = {
  'in-base': 'off the scale, in the base',
  aside: 'off the scale, not in the base',
};

/** Where each answer of one scale stands: on it, or off it. */
function List({ list, draft, change }: { list: ScaleList } & Omit<Props, 'view'>) {
  const { title, variables, codes } = list;
  const others = variables.length - 1;
  return (
    <fieldset className={css['scale']}>
      <legend>
        {title}
        {others > 0 && ` and ${others} more with the same answers`}
      </legend>
      {codes.map(({ code, label }) => {
        const own = draft.codes?.find((said) => said.variable === variables[0] && said.code === code);
        return (
          <label key={code} className={css['limit']}>
            {label}
            <select
              value={own?.offScale ?? ''}
              onChange={({ target }) =>
                change(
                  withOffScale(
                    draft,
                    variables,
                    code,
                    OFF_SCALE.find((place) => place === target.value),
                  ),
                )
              }
            >
              <option value="">on the scale</option>
              {OFF_SCALE.map((place) => (
                <option key={place} value={place}>
                  {WORDS[place]}
                </option>
              ))}
            </select>
          </label>
        );
      })}
    </fieldset>
  );
}

/** Which answers of an ordered variable have no place on its scale, in this table. */
export function ScaleChoice({ view, draft, change }: Props) {
  const [open, setOpen] = useState(false);
  const holder = useRef<HTMLSpanElement>(null);
  const lists = scaleLists(draft, view.variables);
  if (lists.length === 0) return null;
  const close = () => {
    setOpen(false);
    holder.current?.querySelector('button')?.focus();
  };
  return (
    <span className={css['holder']} ref={holder}>
      <Button
        aria-expanded={open}
        aria-haspopup="dialog"
        title="An answer such as “not at my site” can be off the scale: shown, and in no score, mean or order"
        onClick={() => setOpen(!open)}
      >
        Scale…
      </Button>
      {open && (
        <Popover close={close} role="dialog" aria-label="Scale" className={css['menu']}>
          {lists.map((list) => (
            <List key={list.title} list={list} draft={draft} change={change} />
          ))}
          <p className={css['foot']}>
            <span>Off the scale an answer is shown, and in no score, mean or measure of order.</span>
            <Button onClick={close}>Close</Button>
          </p>
        </Popover>
      )}
    </span>
  );
}
