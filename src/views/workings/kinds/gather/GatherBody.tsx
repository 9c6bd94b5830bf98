import { useMemo } from 'react';
import type { RosterVariable } from '../../../../api/types.js';
import { titleOf } from '../../../../core/codebook/types.js';
import type { Gather } from '../../../../core/recode/gather/shape.js';
import { Field } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import { SourceChooser } from '../../editor/SourceChooser.js';
import { SettleField } from '../SettleField.js';
import { codesIn, tickedIn, withColumns } from './gather-edits.js';
import { OptionTicks } from './OptionTicks.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

/** Ways of saying yes and no that one column holds at the most: "Yes", "yes", "TRUE", "x", "no". */
const MOST_WAYS = 8;

/** A column can be an option where it holds few codes. */
function suitsGather(variable: RosterVariable): boolean {
  return (
    variable.countable &&
    variable.workingId === null &&
    variable.picture.is === 'bars' &&
    variable.picture.bars.length <= MOST_WAYS
  );
}

/** The code that means ticked, for all columns at once. */
function TickedField({
  recipe,
  columns,
  change,
}: Pick<BodyProps<Gather>, 'recipe' | 'change'> & { columns: readonly RosterVariable[] }) {
  const codes = useMemo(() => codesIn(columns), [columns]);
  const ticked = tickedIn(recipe);
  const isMixed = ticked === '' && recipe.items.some((item) => item.ticked !== '');
  const placeholder = recipe.items.length === 0 ? 'choose columns first' : isMixed ? 'each column its own' : 'choose…';
  return (
    <Field label="The code that means ticked">
      <select
        className={kit['input']}
        value={ticked}
        onChange={(event) => {
          const { value } = event.target;
          change({
            ...recipe,
            items: recipe.items.map((item) => ({ ...item, ticked: value, also: undefined })),
            none: recipe.none && { ...recipe.none, ticked: value },
          });
        }}
      >
        <option value="">{placeholder}</option>
        {codes.map(({ code, labels, columns: times }) => (
          <option key={code} value={code}>
            {[code, ...labels.filter((label) => label !== code).slice(0, 3)].join(' ')}
            {` (in ${times} of ${columns.length} columns)`}
          </option>
        ))}
      </select>
    </Field>
  );
}

/** One multiple-response question over several yes/no columns, by naming the code that means ticked. */
export function GatherBody({ view, recipe, change }: BodyProps<Gather>) {
  const candidates = useMemo(
    () =>
      view.variables.filter(
        (variable) => suitsGather(variable) || recipe.items.some(({ source }) => source === variable.id),
      ),
    [view, recipe],
  );
  const chosen = recipe.items.map(({ source }) => source);
  const none = recipe.none?.source ?? null;
  const columns = candidates.filter(({ id }) => chosen.includes(id) || id === none);
  const ticked = tickedIn(recipe);
  return (
    <>
      <SourceChooser
        title="Columns, one for each option"
        hint="those with a few codes"
        candidates={candidates}
        chosen={chosen}
        choose={(ids) => change(withColumns(recipe, candidates, ids))}
        taken={new Set(none === null ? [] : [none])}
        more={(column) => (
          <OptionTicks
            column={column}
            item={recipe.items.find(({ source }) => source === column.id)}
            put={(item) =>
              change({ ...recipe, items: recipe.items.map((old) => (old.source === item.source ? item : old)) })
            }
          />
        )}
      />
      <div className={css['row']}>
        <TickedField recipe={recipe} columns={columns} change={change} />
        <Field label="The column that says “none of these”">
          <select
            className={kit['input']}
            value={none ?? ''}
            onChange={(event) =>
              change({
                ...recipe,
                none:
                  event.target.value === ''
                    ? null
                    : { source: Number(event.target.value), label: 'None of these', ticked },
              })
            }
          >
            <option value="">there is none</option>
            {candidates
              .filter(({ id }) => !chosen.includes(id))
              .map((variable) => (
                <option key={variable.id} value={variable.id}>
                  {titleOf(variable)}
                </option>
              ))}
          </select>
        </Field>
        {(recipe.none !== null || recipe.items.some(({ exclusive }) => exclusive)) && (
          <SettleField settle={recipe.settle} put={(settle) => change({ ...recipe, settle })} />
        )}
      </div>
    </>
  );
}
