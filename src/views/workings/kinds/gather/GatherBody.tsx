import { byId } from '../../../../core/by-id.js';
import { useMemo } from 'react';
import type { RosterVariable } from '../../../../api/types.js';
import { ticksIn } from '../../../../core/codebook/questions.js';
import { isAnswer, titleOf } from '../../../../core/codebook/types.js';
import type { Gather, GatherItem } from '../../../../core/recode/gather/shape.js';
import { whole } from '../../../../core/figures.js';
import { Field } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import { SourceChooser } from '../../editor/SourceChooser.js';
import { SettleField } from '../SettleField.js';
import { optionLabels } from '../option-labels.js';
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

/** One multiple-response question over several yes/no columns, by naming the code that means ticked. */
export function GatherBody({ view, recipe, change }: BodyProps<Gather>) {
  const candidates = useMemo(
    () => view.variables.filter((one) => suitsGather(one) || recipe.items.some(({ source }) => source === one.id)),
    [view, recipe],
  );
  const find = (id: number) => byId(candidates, id);
  const chosen = recipe.items.map(({ source }) => source);
  const none = recipe.none?.source ?? null;
  const columns = candidates.filter(({ id }) => chosen.includes(id) || id === none);
  const ticks = new Set(recipe.items.map(({ ticked }) => ticked));
  const ticked = ticks.size === 1 ? ([...ticks][0] ?? '') : '';

  // Codes that the chosen columns hold, and in how many of them.
  const codes = useMemo(() => {
    const found = new Map<string, { labels: string[]; columns: number }>();
    for (const variable of columns) {
      for (const { code, label } of variable.codes.filter(isAnswer)) {
        const known = found.get(code);
        const labels = known?.labels ?? [];
        const all = labels.includes(label) ? labels : [...labels, label];
        found.set(code, { labels: all, columns: (known?.columns ?? 0) + 1 });
      }
    }
    return [...found];
  }, [columns]);

  const setColumns = (ids: readonly number[]) => {
    const titles = (some: readonly number[]) => some.map((id) => titleOf(find(id) ?? { name: '', label: '' }));
    const before = new Set(optionLabels(titles(chosen)));
    // Columns stand in the order of the roster.
    const variables = candidates.filter(({ id }) => ids.includes(id));
    const labels = optionLabels(variables.map(titleOf));
    const items = variables.map(({ id }, k) => {
      const kept = recipe.items.find(({ source }) => source === id);
      // A label that was typed stays; one that was worked out follows the selection.
      const label = kept && !before.has(kept.label) ? kept.label : (labels[k] ?? '');
      const found = kept ?? ticksIn((find(id)?.codes ?? []).filter(isAnswer));
      return {
        ...kept,
        source: id,
        label,
        ticked: ticked !== '' && !kept ? ticked : (found?.ticked ?? ''),
        ...(kept || !found?.also?.length ? {} : { also: found.also }),
      };
    });
    change({ ...recipe, items, none: none !== null && ids.includes(none) ? null : recipe.none });
  };
  return (
    <>
      <SourceChooser
        title="Columns, one for each option"
        hint="those with a few codes"
        candidates={candidates}
        chosen={chosen}
        choose={setColumns}
        taken={new Set(none === null ? [] : [none])}
        more={({ id }) => {
          const item = recipe.items.find(({ source }) => source === id);
          const put = (next: Partial<GatherItem>) =>
            change({ ...recipe, items: recipe.items.map((one) => (one === item ? { ...one, ...next } : one)) });
          const column = find(id);
          const answers = (column?.codes ?? []).filter(isAnswer);
          const codes = answers.map(({ code }) => code);
          // How many respondents have a code is in the column's picture.
          const times = column?.picture.is === 'bars' ? column.picture.bars : [];
          const also = item?.also ?? [];
          return (
            <>
              <input
                className={kit['input']}
                aria-label={`Label of the option ${titleOf(find(id) ?? { name: '', label: '' })}`}
                value={item?.label ?? ''}
                onChange={(event) => put({ label: event.target.value })}
              />
              {item && (
                <span
                  className={css['ticks']}
                  role="group"
                  aria-label={`What means ticked in ${titleOf(find(id) ?? { name: '', label: '' })}`}
                >
                  <span>ticked is</span>
                  {answers.map(({ code, label }, at) => (
                    <label key={code}>
                      <input
                        type="checkbox"
                        checked={code === item.ticked || also.includes(code)}
                        onChange={(event) => {
                          const all = codes.filter((one) =>
                            one === code ? event.target.checked : one === item.ticked || also.includes(one),
                          );
                          put({ ticked: all[0] ?? '', also: all.length > 1 ? all.slice(1) : undefined });
                        }}
                      />
                      {label === code ? code : `${code} ${label}`}
                      {times[at] === undefined ? '' : ` (${whole(times[at])})`}
                    </label>
                  ))}
                  <label title="Nobody who says it can say another: “don’t know”">
                    <input
                      type="checkbox"
                      checked={item.exclusive ?? false}
                      onChange={(event) => put({ exclusive: event.target.checked || undefined })}
                    />
                    excludes others
                  </label>
                </span>
              )}
            </>
          );
        }}
      />
      <div className={css['row']}>
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
            <option value="">
              {recipe.items.length === 0 ? 'choose columns first' : ticks.size > 1 ? 'each column its own' : 'choose…'}
            </option>
            {codes.map(([code, { labels, columns: many }]) => (
              <option key={code} value={code}>
                {[code, ...labels.filter((label) => label !== code).slice(0, 3)].join(' ')} (in {many} of{' '}
                {columns.length} columns)
              </option>
            ))}
          </select>
        </Field>
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
