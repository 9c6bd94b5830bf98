import { type Code, isAnswer } from '../../codebook/types.js';
import type { Regroup } from './shape.js';

type Grouped = Pick<Regroup, 'groups' | 'setAside' | 'unnamed'>;

/** The code of the group into which everything else goes; null: there is none. */
export const restGroup = ({ unnamed }: Pick<Regroup, 'unnamed'>): string | null =>
  typeof unnamed === 'object' ? unnamed.group : null;

/**
 * A regroup in which the group of everything else names, by its codes, all answers of a source that nothing else names:
 * those too that came after the recipe was made.
 */
export function withEverythingElse<R extends Grouped>(recipe: R, source: readonly Code[]): R {
  const rest = restGroup(recipe);
  if (rest === null) return recipe;
  const named = new Set([...recipe.groups.flatMap(({ from }) => from), ...recipe.setAside]);
  const others = source.filter((code) => isAnswer(code) && !named.has(code.code)).map(({ code }) => code);
  const groups = recipe.groups.map((group) =>
    group.code === rest ? { ...group, from: [...group.from, ...others] } : group,
  );
  return { ...recipe, groups, unnamed: undefined };
}
