import { useMemo } from 'react';
import { isAnswer, titleOf } from '../../../core/codebook/types.js';
import { differencesOf } from '../../../core/recode/combine.js';
import type { Combination, Combine } from '../../../core/recode/types.js';
import { Choice, Field } from '../../../kit/kit.js';
import kit from '../../../kit/kit.module.css';
import { OrderedSources, SourceChooser } from '../editor/SourceChooser.js';
import { sharedOptions, suits } from '../kinds.js';
import type { BodyProps } from './types.js';
import css from '../workings.module.css';

const HOW: readonly (readonly [Combination, string])[] = [
  ['any', 'in any of them'],
  ['all', 'in all of them'],
  ['first-only', 'in the first, but in no other'],
  ['at-least', 'in at least'],
];

/** Questions over the same codes to one: mentioned in any, in all, in the first alone, in enough of them. */
export function CombineBody({ view, recipe, change }: BodyProps<Combine>) {
  const candidates = useMemo(() => view.variables.filter((variable) => suits('combine', variable)), [view]);
  const find = (id: number) => view.variables.find((variable) => variable.id === id);
  const sources = recipe.sources.flatMap((id) => find(id) ?? []);
  const differences = differencesOf(sources.map(({ codes }) => codes));
  const choose = (ids: number[]) => {
    const known = new Map(recipe.options.map(({ code, label }) => [code, label]));
    const options = sharedOptions(ids.flatMap((id) => find(id) ?? [])).map(({ code, label }) => ({ code, label: known.get(code) ?? label }));
    change({ ...recipe, sources: ids, options, atLeast: Math.min(Math.max(1, recipe.atLeast), Math.max(2, ids.length)) });
  };
  const all = sharedOptions(sources);
  return (
    <>
      <div className={css['toolbar']} role="group" aria-label="Combine">
        <div>
          <span>Mentioned</span>
          <Choice label="Mentioned where" value={recipe.how} of={HOW} choose={(how) => change({ ...recipe, how })} />
          {recipe.how === 'at-least' && (
            <select className={kit['input']} aria-label="In how many of them" value={recipe.atLeast} onChange={(event) => change({ ...recipe, atLeast: Number(event.target.value) })}>
              {recipe.sources.map((_, k) => (
                <option key={k} value={k + 1}>
                  {k + 1} of {recipe.sources.length}
                </option>
              ))}
            </select>
          )}
        </div>
        <div>
          <span>Answered is who answered</span>
          <Choice
            label="Who counts as having answered"
            value={recipe.base}
            of={[
              ['any', 'any of them'],
              ['all', 'all of them'],
            ]}
            choose={(base) => change({ ...recipe, base })}
          />
        </div>
      </div>
      <OrderedSources variables={view.variables} chosen={recipe.sources} choose={choose} words={(place) => (place === 0 ? 'the first' : 'and')} />
      <SourceChooser title="Variables" hint="multiple-response questions and categories over the same codes" candidates={candidates} chosen={recipe.sources} choose={choose} example="grows" />
      {sources.length >= 2 && (
        <section className={css['section']}>
          <h2>
            Options<small>{differences.length === 0 ? 'the variables have the same codes and labels' : `${differences.length} of ${all.length} codes differ`}</small>
          </h2>
          <div className={css['columns']} role="group" aria-label="Options">
            {all.map(({ code, label }) => {
              const option = recipe.options.find((one) => one.code === code);
              const difference = differences.find((one) => one.code === code);
              return (
                <div key={code} className={css['column']}>
                  <input
                    type="checkbox"
                    aria-label={`${code} ${label} is an option`}
                    checked={option !== undefined}
                    onChange={(event) => change({ ...recipe, options: event.target.checked ? all.filter((one) => one.code === code || recipe.options.some((other) => other.code === one.code)).map((one) => recipe.options.find((other) => other.code === one.code) ?? one) : recipe.options.filter((one) => one.code !== code) })}
                  />
                  <Field label={code}>
                    <input
                      className={kit['input']}
                      aria-label={`Label of the option ${code}`}
                      disabled={option === undefined}
                      value={option?.label ?? label}
                      onChange={(event) => change({ ...recipe, options: recipe.options.map((one) => (one.code === code ? { ...one, label: event.target.value } : one)) })}
                    />
                  </Field>
                  <small className={difference ? css['warn'] : undefined}>
                    {difference ? difference.labels.map((one, k) => `${titleOf(sources[k] ?? { name: '', label: '' })}: ${one === null ? 'not there' : `“${one}”`}`).join('; ') : `in ${sources.filter(({ codes }) => codes.some((one) => isAnswer(one) && one.code === code)).length} of ${sources.length}`}
                  </small>
                </div>
              );
            })}
          </div>
        </section>
      )}
    </>
  );
} // prettier-ignore
