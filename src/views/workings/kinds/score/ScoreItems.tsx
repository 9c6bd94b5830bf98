import type { RosterVariable, WorkingPreview } from '../../../../api/types.js';
import { byId } from '../../../../core/by-id.js';
import { isAnswer, titleOf } from '../../../../core/codebook/types.js';
import type { Score, ScoreItem } from '../../../../core/recode/score/shape.js';
import { plural } from '../../../../core/words.js';
import { Button, Field } from '../../../../kit/kit.js';
import kit from '../../../../kit/kit.module.css';
import { peekAt } from '../../../peek/Peek.js';
import { NumberInput } from '../../editor/NumberInput.js';
import css from '../../workings.module.css';

type Reliability = WorkingPreview['proof']['reliability'];

interface Props {
  variables: readonly RosterVariable[];
  recipe: Score;
  change: (recipe: Score) => void;
  reliability: Reliability;
}

/** Answers of several items, each code once. */
function codesOf(items: readonly RosterVariable[]): [code: string, label: string][] {
  const labels = new Map<string, string>();
  for (const { codes } of items) {
    for (const code of codes) if (isAnswer(code) && !labels.has(code.code)) labels.set(code.code, code.label);
  }
  return [...labels];
}

interface RowProps {
  item: ScoreItem;
  variable: RosterVariable | undefined;
  /** How the item goes with the others; undefined: not known yet. */
  figures: NonNullable<Reliability>['items'][number] | undefined;
  isWeighted: boolean;
  put: (next: Partial<ScoreItem>) => void;
}

/** An item: whether it is reversed, its weight, and how it goes with the others. */
function ItemRow({ item, variable, figures, isWeighted, put }: RowProps) {
  const title = variable ? titleOf(variable) : `variable ${item.source}`;
  const isAgainst = figures?.rest != null && figures.rest < 0;
  return (
    <tr>
      <th scope="row" {...peekAt(item.source)}>
        {title}
      </th>
      <td>
        <input
          type="checkbox"
          aria-label={`${title} is reversed`}
          checked={item.reversed}
          onChange={(event) => put({ reversed: event.target.checked })}
        />
      </td>
      {isWeighted && (
        <td>
          <NumberInput
            label={`Weight of ${title}`}
            value={item.weight}
            put={(weight) => put({ weight: weight ?? 1 })}
            className={css['few']}
          />
        </td>
      )}
      {isWeighted && <td>{figures ? figures.mean.toFixed(2) : ''}</td>}
      {isWeighted && (
        <td className={isAgainst ? css['warn'] : undefined}>
          {figures?.rest != null ? figures.rest.toFixed(2).replace('-', '−') : ''}
          {isAgainst && <Button onClick={() => put({ reversed: !item.reversed })}>Turn round</Button>}
        </td>
      )}
    </tr>
  );
}

/** How many items must be answered, and between which ends their scale lies. */
function ItemRules({ recipe, change, isValued }: Pick<Props, 'recipe' | 'change'> & { isValued: boolean }) {
  return (
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
              put={(to) => change({ ...recipe, scale: to === null ? null : { from: recipe.scale?.from ?? to, to } })}
            />
          </Field>
        </>
      )}
    </div>
  );
}

/** The codes that are counted. */
function CountedCodes({ variables, recipe, change }: Omit<Props, 'reliability'>) {
  const codes = codesOf(recipe.items.flatMap(({ source }) => byId(variables, source) ?? []));
  return (
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
                codes: event.target.checked ? [...recipe.codes, code] : recipe.codes.filter((text) => text !== code),
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
  );
}

/** The items of a score, with what is set for all of them and for each. */
export function ScoreItems({ variables, recipe, change, reliability }: Props) {
  const isValued = recipe.of !== 'count' && recipe.of !== 'expression';
  const isWeighted = recipe.of === 'mean' || recipe.of === 'sum';
  const setItem = (at: number, next: Partial<ScoreItem>) =>
    change({ ...recipe, items: recipe.items.map((item, k) => (k === at ? { ...item, ...next } : item)) });
  return (
    <section className={css['section']}>
      <h2>
        {plural(recipe.items.length, 'item')}
        <small>{isValued ? 'reversed: counted from the other end of the scale' : ''}</small>
      </h2>
      <ItemRules recipe={recipe} change={change} isValued={isValued} />
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
            {recipe.items.map((item, at) => (
              <ItemRow
                key={item.source}
                item={item}
                variable={byId(variables, item.source)}
                figures={reliability?.items[at]}
                isWeighted={isWeighted}
                put={(next) => setItem(at, next)}
              />
            ))}
          </tbody>
        </table>
      )}
      {recipe.of === 'count' && <CountedCodes variables={variables} recipe={recipe} change={change} />}
    </section>
  );
}
