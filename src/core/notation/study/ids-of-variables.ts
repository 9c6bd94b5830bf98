import { z } from 'zod';
import { type NamedRecipe, recipeShape } from '../../recode/recipe-shape.js';
import { withNames } from '../../recode/sources.js';
import { nearestNames } from '../../recode/score/expression/nearest.js';
import { or } from '../../words.js';
import { problemAt, type TextProblem } from '../text/problem.js';
import type { WrittenVariable } from '../written.js';
import type { Applying } from './apply-shape.js';

/** Which variable of the study each of the text's is. */
export interface VariableIds {
  /** By its name in the text. */
  byName: Map<string, number>;
  problems: TextProblem[];
}

const NamedShape = recipeShape(z.string());

/** A recipe as what it says, in whatever order its fields stand. */
const keyOf = (recipe: NamedRecipe): string => JSON.stringify(NamedShape.safeParse(recipe).data ?? recipe);

/** The working variables of the study that the text does not name, by what their recipes say. */
function unnamed({ now, written }: Applying): Map<string, number[]> {
  const names = new Set(written.variables.map(({ name }) => name));
  const nameOf = (id: number) => now.variable.get(id)?.name ?? '';
  const byRecipe = new Map<string, number[]>();
  for (const [id, { name, workingId }] of now.variable) {
    const working = workingId === null ? undefined : now.working.get(workingId);
    if (!working || names.has(name)) continue;
    const key = keyOf(withNames(working.recipe, nameOf));
    byRecipe.set(key, [...(byRecipe.get(key) ?? []), id]);
  }
  return byRecipe;
}

function columnProblem({ name, heading, place }: WrittenVariable, { now, headings }: Applying): TextProblem {
  const columns = [...now.variable].filter(([, { workingId }]) => workingId === null);
  const known = columns.map(([id, variable]) => headings.get(id) ?? variable.name);
  const near = nearestNames(heading ?? name, known);
  const meant = near.length > 0 ? `Did you mean ${or(near)}? ` : '';
  return problemAt(
    place,
    `The data have no column “${heading ?? name}”.`,
    `${meant}A variable that is called otherwise than its column says so by “column” and the heading; one that is ` +
      'made has a working.',
  );
}

/**
 * Finds which variable of the study each one of a text is: the one of its name; a column by its heading; where a name
 * is new, and one with the same recipe is gone, that one, called otherwise. What else a working makes is new.
 */
export function idsOfVariables(applying: Applying): VariableIds {
  const { written, now, headings, fresh, isWhole } = applying;
  const named = new Map([...now.variable].map(([id, { name }]) => [name, id]));
  const byHeading = new Map([...headings].map(([id, heading]) => [heading, id]));
  const gone = isWhole ? unnamed(applying) : new Map<string, number[]>();
  const byName = new Map<string, number>();
  const taken = new Set<number>();
  const problems: TextProblem[] = [];
  const take = (name: string, id: number) => {
    byName.set(name, id);
    taken.add(id);
  };
  for (const variable of written.variables) {
    const { name, heading, recipe, place } = variable;
    if (recipe) {
      const id = named.get(name) ?? gone.get(keyOf(recipe))?.shift() ?? fresh('variable');
      if (now.variable.has(id) && now.variable.get(id)?.workingId === null)
        problems.push(problemAt(place, `${name} is a column of the data.`, 'Call what the working makes otherwise.'));
      take(name, id);
      continue;
    }
    const id = heading === undefined ? named.get(name) : (byHeading.get(heading) ?? named.get(name));
    if (id === undefined || now.variable.get(id)?.workingId !== null) problems.push(columnProblem(variable, applying));
    else if (taken.has(id)) problems.push(problemAt(place, `Two variables are of one column.`, 'Take one out.'));
    else take(name, id);
  }
  // Variables that the text does not speak of can be named by it too.
  for (const [name, id] of named) if (!byName.has(name) && !taken.has(id)) byName.set(name, id);
  return { byName, problems };
}
