import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { byId } from '../../../../core/by-id.js';
import { useMemo } from 'react';
import type { RosterVariable } from '../../../../api/types.js';
import { titleOf } from '../../../../core/codebook/types.js';
import { differencesOf } from '../../../../core/recode/combine/compute.js';
import { type Combination, type Combine } from '../../../../core/recode/combine/shape.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import { OrderedSources, SourceChooser } from '../../editor/SourceChooser.js';
import { sharedOptions } from '../sources.js';
import { suitsCombine } from './suits.js';
import type { BodyProps } from '../body-props.js';
import { OPTION_IS, type OptionIs, withOption, withSources } from './combine-edits.js';
import css from '../../workings.module.css';

const HOW: readonly (readonly [Combination, string])[] = [
  ['any', 'in any of them'],
  ['all', 'in all of them'],
  ['first-only', 'in the first, but in no other'],
  ['at-least', 'in at least'],
];

interface RowProps {
  /** The option as the questions share it. */
  shared: Combine['options'][number];
  recipe: Combine;
  sources: readonly RosterVariable[];
  /** Where the questions do not say the same of it. */
  difference: ReturnType<typeof differencesOf>[number] | undefined;
  change: (recipe: Combine) => void;
  is: (what: OptionIs) => void;
}

/** An option that questions share: its label, what it is, and where they differ. */
function OptionRow({ shared: { code, label }, recipe, sources, difference, change, is }: RowProps) {
  const option = recipe.options.find((other) => other.code === code);
  return (
    <div className={css['option']}>
      <b>{code}</b>
      <input
        className={kit['input']}
        aria-label={`Label of the option ${code}`}
        disabled={option === undefined}
        value={option?.label ?? label}
        onChange={(event) =>
          change({
            ...recipe,
            options: recipe.options.map((old) => (old.code === code ? { ...old, label: event.target.value } : old)),
          })
        }
      />
      <select
        className={kit['input']}
        aria-label={`${code} is`}
        value={option ? 'option' : recipe.none.includes(code) ? 'none' : 'out'}
        onChange={({ target }) => is(OPTION_IS.find((word) => word === target.value) ?? 'out')}
      >
        <option value="option">an option</option>
        <option value="none">none of these</option>
        <option value="out">left out</option>
      </select>
      <small className={difference ? css['warn'] : undefined}>
        {difference
          ? difference.labels
              .map(
                (other, k) =>
                  `${titleOf(sources[k] ?? { name: '', label: '' })}: ` + (other === null ? 'not there' : `“${other}”`),
              )
              .join('; ')
          : `in all ${sources.length}`}
      </small>
    </div>
  );
}

/** Questions over the same codes to one: mentioned in any, in all, in the first alone, in enough of them. */
export function CombineBody({ view, recipe, change }: BodyProps<Combine>) {
  const candidates = useMemo(() => view.variables.filter(suitsCombine), [view]);
  const find = (id: number) => byId(view.variables, id);
  const sources = recipe.sources.flatMap((id) => find(id) ?? []);
  const differences = differencesOf(sources.map(({ codes }) => codes));
  const all = sharedOptions(sources);
  const choose = (ids: number[]) => {
    const next = sharedOptions(ids.flatMap((id) => find(id) ?? []));
    change(withSources(recipe, ids, all, next));
  };
  return (
    <>
      <Bar label="Combine">
        <BarGroup name="Mentioned">
          <Segmented label="Mentioned where" value={recipe.how} of={HOW} choose={(how) => change({ ...recipe, how })} />
          {recipe.how === 'at-least' && (
            <select
              className={kit['input']}
              aria-label="In how many of them"
              value={recipe.atLeast}
              onChange={(event) => change({ ...recipe, atLeast: Number(event.target.value) })}
            >
              {recipe.sources.map((_, k) => (
                <option key={k} value={k + 1}>
                  {k + 1} of {recipe.sources.length}
                </option>
              ))}
            </select>
          )}
        </BarGroup>
        <BarGroup name="Answered is who answered">
          <Segmented
            label="Who counts as having answered"
            value={recipe.base}
            of={[
              ['any', 'any of them'],
              ['all', 'all of them'],
            ]}
            choose={(base) => change({ ...recipe, base })}
          />
        </BarGroup>
      </Bar>
      <OrderedSources
        variables={view.variables}
        chosen={recipe.sources}
        choose={choose}
        words={(place) => (place === 0 ? 'the first' : 'and')}
      />
      <SourceChooser
        title="Variables"
        hint="multiple-response questions and categories over the same codes"
        candidates={candidates}
        chosen={recipe.sources}
        choose={choose}
      />
      {sources.length >= 2 && (
        <section className={css['section']}>
          <h2>
            Options
            <small>
              {differences.length === 0
                ? 'the variables have the same codes and labels'
                : `${differences.length} of ${all.length} codes differ`}
            </small>
          </h2>
          <div className={css['columns']} role="group" aria-label="Options">
            {all.map((option) => (
              <OptionRow
                key={option.code}
                shared={option}
                recipe={recipe}
                sources={sources}
                difference={differences.find(({ code }) => code === option.code)}
                change={change}
                is={(next) => change(withOption(recipe, all, option.code, next))}
              />
            ))}
          </div>
        </section>
      )}
    </>
  );
}
