import { canonicalCode } from '../../codebook/number.js';
import { LEVEL_WORDS } from '../../codebook/types.js';
import type { StateOf, VariableState } from '../../ledger/delta-shape.js';
import type { StudyState } from '../../ledger/study-state.js';
import { canonicalRecipe } from '../../recode/canonical-recipe.js';
import { wrongWith } from '../../recode/check.js';
import { type NamedRecipe, type Recipe, RecipeShape } from '../../recode/recipe-shape.js';
import { sourcesOf as sourcesOfRecipe, withIds } from '../../recode/sources.js';
import { problemAt, type TextProblem } from '../text/problem.js';
import type { WrittenVariable } from '../written.js';
import type { Applying } from './apply-shape.js';
import { keptCodes, type PutLists, twiceIn } from './put-lists.js';
import type { VariableIds } from './ids-of-variables.js';

/** Variables of a text in the study, with what makes them. */
export interface PutVariables {
  variable: StudyState['variable'];
  working: StudyState['working'];
  order: number[];
  problems: TextProblem[];
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** A variable that is made anew; what makes it decides level and codes. */
const newVariable = (name: string, workingId: number, { at, by }: Applying): VariableState => ({
  name,
  label: '',
  question: '',
  level: 'unordered',
  codeListId: null,
  workingId,
  madeAt: at,
  madeBy: by,
  note: '',
  group: '',
  starred: false,
  aside: false,
  shownOrder: [],
  offScale: [],
});

/** What a text says of any variable. */
function saidOf({ name, label, question, group, note, starred, aside, shownOrder, offScale }: WrittenVariable) {
  return {
    name,
    label,
    question,
    group,
    note: note.join('\n'),
    starred,
    aside,
    shownOrder: shownOrder.map(canonicalCode),
    offScale: offScale.map(canonicalCode),
  };
}

/** The recipe of a variable over ids. @returns what is wrong with it, where something is */
function recipeIn(named: NamedRecipe, ids: ReadonlyMap<string, number>, names: readonly string[]): Recipe | string {
  const unknown: string[] = [];
  const over = withIds(named, (name) => {
    const id = ids.get(name);
    if (id === undefined) unknown.push(name);
    return id ?? 1;
  });
  if (unknown.length > 0) return `There is no variable “${unknown[0]}”.`;
  const parsed = RecipeShape.safeParse(over);
  if (!parsed.success) return `${parsed.error.issues[0]?.message ?? 'This is no recipe'}.`;
  const recipe = canonicalRecipe(parsed.data);
  return wrongWith(recipe, names) ?? recipe;
}

/** Puts the variables of a text, and the recipes that make them, in the place of those of the study. */
export function putVariables(applying: Applying, { byName }: VariableIds, lists: PutLists): PutVariables {
  const { written, now, isWhole, fresh, levels } = applying;
  const variable: StudyState['variable'] = new Map(now.variable);
  const working: StudyState['working'] = new Map(now.working);
  const problems: TextProblem[] = [];
  const names = [...byName.keys()];
  const own = written.variables.map(({ name }) => byName.get(name)).filter((id) => id !== undefined);
  const users = usersOfLists(now);
  for (const said of written.variables) {
    const id = byName.get(said.name);
    if (id === undefined) continue;
    const before = variable.get(id);
    if (said.recipe) {
      const recipe = recipeIn(said.recipe, byName, names);
      if (typeof recipe === 'string') {
        problems.push(problemAt(said.place, `${said.name}: ${recipe}`, 'Look at the lines under it.'));
        continue;
      }
      const workingId = before?.workingId ?? fresh('working');
      working.set(workingId, workingOf(recipe, said, now.working.get(workingId), byName, applying));
      variable.set(id, { ...(before ?? newVariable(said.name, workingId, applying)), ...saidOf(said) });
      continue;
    }
    if (!before) continue;
    const level = said.level ?? before.level;
    if (!(levels.get(id) ?? [level]).includes(level)) {
      const mend = 'Keep the level that it has, or make another variable of it by a working.';
      problems.push(problemAt(said.place, `The data of ${said.name} cannot be ${LEVEL_WORDS[level]}.`, mend));
    }
    problems.push(...twiceIn(said.name, said.codes, said.place));
    variable.set(id, {
      ...before,
      ...saidOf(said),
      level,
      codeListId: listFor(said, before, lists, { ...applying, users }),
    });
  }
  const spoken = new Set(own);
  for (const [id, { workingId }] of now.variable) {
    if (!isWhole || workingId === null || spoken.has(id)) continue;
    variable.delete(id);
    working.delete(workingId);
  }
  const loops = loopIn(variable, working, written.variables, byName);
  return { variable, working, order: orderOf(applying, own, variable), problems: [...problems, ...loops] };
}

/** How many variables use each code list. */
function usersOfLists({ variable }: StudyState): ReadonlyMap<number, number> {
  const users = new Map<number, number>();
  for (const { codeListId } of variable.values())
    if (codeListId !== null) users.set(codeListId, (users.get(codeListId) ?? 0) + 1);
  return users;
}

/** The code list of a column: the named one, its own, or none. */
function listFor(
  said: WrittenVariable,
  before: VariableState,
  { list, byName }: PutLists,
  { now, fresh, users }: Applying & { users: ReadonlyMap<number, number> },
): number | null {
  if (said.list !== undefined) return byName.get(said.list) ?? before.codeListId;
  const codes = keptCodes(said.codes);
  const old = before.codeListId;
  const isOwn = old !== null && users.get(old) === 1 && now.list.get(old)?.kept === false;
  if (isOwn && same(now.list.get(old)?.codes, codes)) return old;
  if (codes.length === 0 && !isOwn) return null;
  const id = isOwn ? old : fresh('list');
  list.set(id, { name: now.list.get(id)?.name ?? said.name, kept: false, codes });
  return id;
}

function workingOf(
  recipe: Recipe,
  { standsIn }: WrittenVariable,
  before: StateOf<'working'> | undefined,
  ids: ReadonlyMap<string, number>,
  { at }: Applying,
): StateOf<'working'> {
  const source = standsIn === undefined ? undefined : ids.get(standsIn.source);
  const stands =
    !standsIn || source === undefined
      ? null
      : {
          ...(before?.standsIn?.source === source ? before.standsIn : { workings: [], tables: [] }),
          source,
          name: standsIn.was,
          aside: standsIn.aside,
        };
  const isSame = before !== undefined && same(canonicalRecipe(before.recipe), recipe);
  return {
    recipe: isSame ? before.recipe : recipe,
    created: before?.created ?? at,
    edited: isSame ? before.edited : at,
    standsIn: before && same(before.standsIn, stands) ? before.standsIn : stands,
  };
}

/** The variables in the order of the text; those that it does not speak of stay where they are, or behind. */
function orderOf({ isWhole, now }: Applying, own: readonly number[], variable: StudyState['variable']): number[] {
  const kept = now.order.filter((id) => variable.has(id));
  if (!isWhole) return [...kept, ...own.filter((id) => !kept.includes(id) && variable.has(id))];
  const said = new Set(own);
  return [...own.filter((id) => variable.has(id)), ...kept.filter((id) => !said.has(id))];
}

/** Workings that stand on their own results, one of each circle. */
function loopIn(
  variable: StudyState['variable'],
  working: StudyState['working'],
  said: readonly WrittenVariable[],
  ids: ReadonlyMap<string, number>,
): TextProblem[] {
  const state = new Map<number, 'open' | 'done'>();
  const problems: TextProblem[] = [];
  const sourcesOf = (id: number): number[] => {
    const workingId = variable.get(id)?.workingId ?? null;
    const recipe = workingId === null ? undefined : working.get(workingId)?.recipe;
    return recipe ? sourcesOfRecipe(recipe) : [];
  };
  for (const { name, place } of said) {
    const start = ids.get(name);
    if (start === undefined || state.has(start)) continue;
    // By a list and not by calls: a chain of thousands of workings is not too deep.
    const stack: { id: number; left: number[] }[] = [{ id: start, left: sourcesOf(start) }];
    state.set(start, 'open');
    while (stack.length > 0) {
      const top = stack.at(-1)!;
      const next = top.left.pop();
      if (next === undefined) {
        state.set(top.id, 'done');
        stack.pop();
      } else if (state.get(next) === 'open') {
        const title = variable.get(next)?.name ?? name;
        problems.push(problemAt(place, `${title} would be made of itself.`, 'Choose another source.'));
      } else if (!state.has(next)) {
        state.set(next, 'open');
        stack.push({ id: next, left: sourcesOf(next) });
      }
    }
  }
  return problems;
}
