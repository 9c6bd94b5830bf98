import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { byId } from '../../../../core/by-id.js';
import { useMemo } from 'react';
import { titleOf } from '../../../../core/codebook/types.js';
import { saysNone } from '../../../../core/codebook/questions.js';
import { differencesOf } from '../../../../core/recode/combine/compute.js';
import { type Combination, type Combine } from '../../../../core/recode/combine/shape.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import { OrderedSources, SourceChooser } from '../../editor/SourceChooser.js';
import { sharedOptions } from '../sources.js';
import { suitsCombine } from './suits.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

const HOW: readonly (readonly [Combination, string])[] = [
  ['any', 'in any of them'],
  ['all', 'in all of them'],
  ['first-only', 'in the first, but in no other'],
  ['at-least', 'in at least'],
];

/** Questions over the same codes to one: mentioned in any, in all, in the first alone, in enough of them. */
export function CombineBody({ view, recipe, change }: BodyProps<Combine>) {
  const candidates = useMemo(() => view.variables.filter(suitsCombine), [view]);
  const find = (id: number) => byId(view.variables, id);
  const sources = recipe.sources.flatMap((id) => find(id) ?? []);
  const differences = differencesOf(sources.map(({ codes }) => codes));
  const all = sharedOptions(sources);
  const choose = (ids: number[]) => {
    const next = sharedOptions(ids.flatMap((id) => find(id) ?? []));
    // A code that was left out before stays out; one that is new is an option, or says "none of these".
    const known = new Map(recipe.options.map((option) => [option.code, option]));
    const out = new Set(all.map(({ code }) => code).filter((code) => !known.has(code) && !recipe.none.includes(code)));
    const none = next
      .filter(
        ({ code, label }) => !known.has(code) && (recipe.none.includes(code) || (!out.has(code) && saysNone(label))),
      )
      .map(({ code }) => code);
    const options = next
      .filter(({ code }) => !out.has(code) && !none.includes(code))
      .map((one) => known.get(one.code) ?? one);
    change({
      ...recipe,
      sources: ids,
      options,
      none,
      atLeast: Math.min(Math.max(1, recipe.atLeast), Math.max(2, ids.length)),
    });
  };
  const set = (code: string, is: string) => {
    const options = all.flatMap((one) => {
      const option = recipe.options.find((other) => other.code === one.code);
      return one.code === code ? (is === 'option' ? [option ?? one] : []) : (option ?? []);
    });
    const none = recipe.none.filter((one) => one !== code);
    change({ ...recipe, options, none: is === 'none' ? [...none, code] : none });
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
            {all.map(({ code, label }) => {
              const option = recipe.options.find((one) => one.code === code);
              const difference = differences.find((one) => one.code === code);
              return (
                <div key={code} className={css['option']}>
                  <b>{code}</b>
                  <input
                    className={kit['input']}
                    aria-label={`Label of the option ${code}`}
                    disabled={option === undefined}
                    value={option?.label ?? label}
                    onChange={(event) =>
                      change({
                        ...recipe,
                        options: recipe.options.map((one) =>
                          one.code === code ? { ...one, label: event.target.value } : one,
                        ),
                      })
                    }
                  />
                  <select
                    className={kit['input']}
                    aria-label={`${code} is`}
                    value={option ? 'option' : recipe.none.includes(code) ? 'none' : 'out'}
                    onChange={(event) => set(code, event.target.value)}
                  >
                    <option value="option">an option</option>
                    <option value="none">none of these</option>
                    <option value="out">left out</option>
                  </select>
                  <small className={difference ? css['warn'] : undefined}>
                    {difference
                      ? difference.labels
                          .map(
                            (one, k) =>
                              `${titleOf(sources[k] ?? { name: '', label: '' })}: ` +
                              (one === null ? 'not there' : `“${one}”`),
                          )
                          .join('; ')
                      : `in all ${sources.length}`}
                  </small>
                </div>
              );
            })}
          </div>
        </section>
      )}
    </>
  );
}
