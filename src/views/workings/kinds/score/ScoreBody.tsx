import { plural } from '../../../../core/words.js';
import { byId } from '../../../../core/by-id.js';
import { useMemo } from 'react';
import type { RosterVariable } from '../../../../api/types.js';
import { isAnswer, titleOf } from '../../../../core/codebook/types.js';
import { type Score, type ScoreItem, type ScoreOf } from '../../../../core/recode/score/shape.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Button, Field } from '../../../../kit/kit.js';
import { Segmented } from '../../../../kit/Segmented.js';
import kit from '../../../../kit/kit.module.css';
import { peekAt } from '../../../peek/Peek.js';
import { NumberInput } from '../../editor/NumberInput.js';
import { SourceChooser } from '../../editor/SourceChooser.js';
import { suitsInterlock } from '../interlock/suits.js';
import { itemOf, scaleOf, suitsScore } from './items.js';
import { ExpressionField } from './ExpressionField.js';
import type { BodyProps } from '../body-props.js';
import css from '../../workings.module.css';

const OF: readonly (readonly [ScoreOf, string])[] = [
  ['mean', 'mean'],
  ['sum', 'sum'],
  ['count', 'count of a code'],
  ['minimum', 'lowest'],
  ['maximum', 'highest'],
  ['expression', 'expression'],
];

/** Answers of several items, each code once. */
function codesOf(items: readonly RosterVariable[]): [code: string, label: string][] {
  const found = new Map<string, string>();
  for (const item of items) {
    for (const one of item.codes) if (isAnswer(one) && !found.has(one.code)) found.set(one.code, one.label);
  }
  return [...found];
}

/** Arithmetic over items: which, how, how many must be answered, and which are turned round. */
export function ScoreBody({ view, recipe, change, previewed }: BodyProps<Score>) {
  const candidates = useMemo(
    () =>
      view.variables.filter((variable) => suitsScore(variable) || (recipe.of === 'count' && suitsInterlock(variable))),
    [view, recipe.of],
  );
  const find = (id: number) => byId(view.variables, id);
  const items = recipe.items.flatMap(({ source }) => find(source) ?? []);
  const choose = (ids: number[]) => {
    const chosen = ids.flatMap((id): ScoreItem[] => {
      const variable = find(id);
      return variable ? [recipe.items.find(({ source }) => source === id) ?? itemOf(variable)] : [];
    });
    const all = recipe.atLeast >= recipe.items.length;
    const scale = recipe.scale ?? scaleOf(ids.flatMap((id) => find(id) ?? []));
    change({
      ...recipe,
      items: chosen,
      scale,
      atLeast: Math.max(1, all ? chosen.length : Math.min(recipe.atLeast, chosen.length)),
    });
  };
  const setItem = (at: number, next: Partial<ScoreItem>) =>
    change({ ...recipe, items: recipe.items.map((item, k) => (k === at ? { ...item, ...next } : item)) });
  const setOf = (of: ScoreOf) => {
    const answered = recipe.items.length === 0 ? 1 : Math.min(Math.max(1, recipe.atLeast), recipe.items.length);
    change({ ...recipe, of, atLeast: of === 'expression' ? 0 : answered });
  };
  const isValued = recipe.of !== 'count' && recipe.of !== 'expression';
  const isWeighted = recipe.of === 'mean' || recipe.of === 'sum';
  const reliability = previewed.preview?.proof.reliability;
  const codes = codesOf(items);
  return (
    <>
      <Bar label="Score">
        <BarGroup name="Takes the">
          <Segmented label="What the score takes" value={recipe.of} of={OF} choose={setOf} />
        </BarGroup>
      </Bar>
      {recipe.of === 'expression' ? (
        <ExpressionField view={view} recipe={recipe} change={change} problem={previewed.problem} />
      ) : (
        <>
          <SourceChooser
            title="Items"
            hint="numbers, and categories whose codes are numbers"
            candidates={candidates}
            chosen={recipe.items.map(({ source }) => source)}
            choose={choose}
          />
          {recipe.items.length > 0 && (
            <section className={css['section']}>
              <h2>
                {plural(recipe.items.length, 'item')}
                <small>{isValued ? 'reversed: counted from the other end of the scale' : ''}</small>
              </h2>
              <div className={css['row']}>
                <Field label="Items that must be answered">
                  <select
                    className={kit['input']}
                    value={recipe.atLeast}
                    onChange={(event) => change({ ...recipe, atLeast: Number(event.target.value) })}
                  >
                    {recipe.items.map((_, k) => (
                      <option key={k} value={k + 1}>
                        {k + 1 === recipe.items.length ? `all ${k + 1}` : `at least ${k + 1} of ${recipe.items.length}`}
                      </option>
                    ))}
                  </select>
                </Field>
                {isValued && (
                  <>
                    <Field label="The scale goes from">
                      <NumberInput
                        label="Lowest answer"
                        value={recipe.scale?.from ?? null}
                        empty="not given"
                        put={(from) =>
                          change({ ...recipe, scale: from === null ? null : { from, to: recipe.scale?.to ?? from } })
                        }
                      />
                    </Field>
                    <Field label="to">
                      <NumberInput
                        label="Highest answer"
                        value={recipe.scale?.to ?? null}
                        empty="not given"
                        put={(to) =>
                          change({ ...recipe, scale: to === null ? null : { from: recipe.scale?.from ?? to, to } })
                        }
                      />
                    </Field>
                  </>
                )}
              </div>
              {isValued && (
                <table className={css['matrix']}>
                  <caption className="sr-only">Items</caption>
                  <thead>
                    <tr>
                      <th scope="col">Item</th>
                      <th scope="col">reversed</th>
                      {isWeighted && <th scope="col">weight</th>}
                      {isWeighted && <th scope="col">mean</th>}
                      {isWeighted && <th scope="col">with the others</th>}
                    </tr>
                  </thead>
                  <tbody>
                    {recipe.items.map((item, at) => {
                      const variable = find(item.source);
                      const title = variable ? titleOf(variable) : `variable ${item.source}`;
                      const figures = reliability?.items[at];
                      const isAgainst = figures?.rest != null && figures.rest < 0;
                      return (
                        <tr key={item.source}>
                          <th scope="row" {...peekAt(item.source)}>
                            {title}
                          </th>
                          <td>
                            <input
                              type="checkbox"
                              aria-label={`${title} is reversed`}
                              checked={item.reversed}
                              onChange={(event) => setItem(at, { reversed: event.target.checked })}
                            />
                          </td>
                          {isWeighted && (
                            <td>
                              <NumberInput
                                label={`Weight of ${title}`}
                                value={item.weight}
                                put={(weight) => setItem(at, { weight: weight ?? 1 })}
                                className={css['few']}
                              />
                            </td>
                          )}
                          {isWeighted && <td>{figures ? figures.mean.toFixed(2) : ''}</td>}
                          {isWeighted && (
                            <td className={isAgainst ? css['warn'] : undefined}>
                              {figures?.rest != null ? figures.rest.toFixed(2).replace('-', '−') : ''}
                              {isAgainst && (
                                <Button onClick={() => setItem(at, { reversed: !item.reversed })}>Turn round</Button>
                              )}
                            </td>
                          )}
                        </tr>
                      );
                    })}
                  </tbody>
                </table>
              )}
              {recipe.of === 'count' && (
                <div className={css['columns']} role="group" aria-label="Codes that are counted">
                  {codes.map(([code, label]) => (
                    <div key={code} className={css['column']}>
                      <input
                        type="checkbox"
                        id={`count-${code}`}
                        checked={recipe.codes.includes(code)}
                        onChange={(event) =>
                          change({
                            ...recipe,
                            codes: event.target.checked
                              ? [...recipe.codes, code]
                              : recipe.codes.filter((one) => one !== code),
                          })
                        }
                      />
                      <label htmlFor={`count-${code}`}>
                        {code} {label === code ? '' : label}
                      </label>
                    </div>
                  ))}
                  {codes.length === 0 && <p className={css['hint']}>The items have no codes in the codebook.</p>}
                </div>
              )}
            </section>
          )}
        </>
      )}
    </>
  );
}
