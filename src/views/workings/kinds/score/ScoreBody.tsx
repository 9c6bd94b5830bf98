import { byId } from '../../../../core/by-id.js';
import { useMemo } from 'react';
import { type Score, type ScoreItem, type ScoreOf } from '../../../../core/recode/score/shape.js';
import { Bar, BarGroup } from '../../../../kit/Bar.js';
import { Segmented } from '../../../../kit/Segmented.js';
import { SourceChooser } from '../../editor/SourceChooser.js';
import { suitsInterlock } from '../interlock/suits.js';
import { itemOf, scaleOf, suitsScore } from './items.js';
import { ScoreItems } from './ScoreItems.js';
import { ExpressionField } from './ExpressionField.js';
import type { BodyProps } from '../body-props.js';

const OF: readonly (readonly [ScoreOf, string])[] = [
  ['mean', 'mean'],
  ['sum', 'sum'],
  ['count', 'count of a code'],
  ['minimum', 'lowest'],
  ['maximum', 'highest'],
  ['expression', 'expression'],
];

/** Arithmetic over items: which, how, how many must be answered, and which are turned round. */
export function ScoreBody({ view, recipe, change, previewed }: BodyProps<Score>) {
  const candidates = useMemo(
    () =>
      view.variables.filter((variable) => suitsScore(variable) || (recipe.of === 'count' && suitsInterlock(variable))),
    [view, recipe.of],
  );
  const find = (id: number) => byId(view.variables, id);
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
  const setOf = (of: ScoreOf) => {
    const answered = recipe.items.length === 0 ? 1 : Math.min(Math.max(1, recipe.atLeast), recipe.items.length);
    change({ ...recipe, of, atLeast: of === 'expression' ? 0 : answered });
  };
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
            <ScoreItems
              variables={view.variables}
              recipe={recipe}
              change={change}
              reliability={previewed.preview?.proof.reliability}
            />
          )}
        </>
      )}
    </>
  );
}
