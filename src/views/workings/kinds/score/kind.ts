import { Fault } from '../../../../core/fault.js';
import { namesOf, parseExpression } from '../../../../core/recode/score/expression/parse.js';
import type { Score } from '../../../../core/recode/score/shape.js';
import type { ViewKind } from '../view-kind.js';
import { itemOf, scaleOf, suitsScore } from './items.js';
import { ScoreBody } from './ScoreBody.js';

/** What keeps an expression from being computed; where it is wrong is said beside it. */
function expressionLack({ expression, items }: Score): string | null {
  if (expression.trim() === '') return 'Write an expression.';
  try {
    const names = new Set(items.map(({ as }) => as));
    const all = [...namesOf(parseExpression(expression)).keys()].every((name) => names.has(name));
    return all ? null : 'Mend the name in the expression that is none of a variable.';
  } catch (error) {
    if (error instanceof Fault) return 'Mend the expression.';
    throw error;
  }
}

export const scoreView: ViewKind<Score> = {
  title: 'Score',
  says: 'Average, add up, count, or compute an expression.',
  noun: 'score',
  of: 'many',
  sources: 'items',
  suits: suitsScore,
  start: ({ sources }) => ({
    kind: 'score',
    of: 'mean',
    items: sources.map(itemOf),
    atLeast: Math.max(1, sources.length),
    scale: scaleOf(sources),
    codes: [],
    expression: '',
  }),
  startLabel: () => '',
  lack: (recipe) => {
    if (recipe.of === 'expression') return expressionLack(recipe);
    if (recipe.items.length === 0) return 'Choose the items.';
    return recipe.of === 'count' && recipe.codes.length === 0 ? 'Choose the codes to count.' : null;
  },
  Body: ScoreBody,
};
