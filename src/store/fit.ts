import { titleOf } from '../core/codebook/types.js';
import { mergeCodes } from '../core/codebook/merge-codes.js';
import { sourcesOf } from '../core/recode/sources.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import { variablesOf } from '../core/table/sentence.js';
import { sentenceOfBody } from '../core/table/sentence-shape.js';
import {
  type Delta,
  type DifferenceOf,
  type Part,
  type StateOf,
  thingsOf,
  type VariableState,
  type Difference,
} from '../core/ledger/delta-shape.js';
import type { StudyState } from '../core/ledger/study-state.js';

/** A change as far as it fits another state than the one that it was made on. */
export interface Fitted {
  /** Null: nothing of it fits. */
  delta: Delta | null;
  /** What does not fit, and why. */
  misfits: string[];
}

/** A thing of a change that fits, what of it no longer does, or why it does not. */
type Verdict<P extends Part = Part> =
  { difference: P extends Part ? DifferenceOf<P> : never; misfits?: string[] } | { misfit: string } | 'unneeded';

/** What there is when the change is made: what there was, and what the change itself makes. */
interface Scene {
  now: StudyState;
  has: (of: Difference['of'], id: number) => boolean;
  titleOf: (variable: number) => string;
  /** Lists whose codes a working makes; they follow it by themselves. */
  derived: ReadonlySet<number>;
}

/** Code lists that workings make: they follow their recipes by themselves. */
export function derivedLists(variables: Iterable<Pick<VariableState, 'workingId' | 'codeListId'>>): Set<number> {
  return new Set(
    [...variables].flatMap(({ workingId, codeListId }) =>
      workingId !== null && codeListId !== null ? [codeListId] : [],
    ),
  );
}

function sceneOf(delta: Delta, now: StudyState): Scene {
  const created = new Set(delta.things.filter(({ before }) => before === null).map(({ of, id }) => `${of} ${id}`));
  const variables = new Map(thingsOf(delta, 'variable').map(({ id, before, after }) => [id, before ? null : after]));
  return {
    now,
    has: (of, id) => now[of].has(id) || created.has(`${of} ${id}`),
    titleOf: (id) => {
      const variable = now.variable.get(id) ?? variables.get(id);
      return variable
        ? titleOf({ name: variable.name ?? '', label: variable.label ?? '' })
        : 'a variable that is not there';
    },
    derived: derivedLists(now.variable.values()),
  };
}

/** The loop that a recipe would close, as the variables on the way; null: none. */
function loopOf(own: number | undefined, recipe: Recipe, { now }: Scene): number[] | null {
  const walk = (id: number, path: number[]): number[] | null => {
    if (id === own) return [id, ...path];
    if (path.includes(id)) return null;
    const maker = now.variable.get(id)?.workingId ?? null;
    const sources = maker === null ? [] : sourcesOf(now.working.get(maker)?.recipe ?? recipe);
    return sources.reduce<number[] | null>((circle, source) => circle ?? walk(source, [id, ...path]), null);
  };
  return own === undefined
    ? null
    : sourcesOf(recipe).reduce<number[] | null>((circle, id) => circle ?? walk(id, []), null);
}

function workingFits(difference: DifferenceOf<'working'>, scene: Scene): Verdict<'working'> {
  const recipe = difference.after?.recipe;
  if (!recipe) return { difference };
  const gone = sourcesOf(recipe).find((id) => !scene.has('variable', id));
  if (gone !== undefined) return { misfit: 'a variable that it is made of is not there' };
  const own = [...scene.now.variable].find(([, { workingId }]) => workingId === difference.id)?.[0];
  const loop = loopOf(own, recipe, scene);
  return loop ? { misfit: `it would go in a circle over ${loop.map(scene.titleOf).join(', ')}` } : { difference };
}

function markFits(difference: DifferenceOf<'mark'>, scene: Scene): Verdict<'mark'> {
  const working = difference.after?.working;
  const isGone = working !== undefined && !scene.has('working', working);
  return isGone ? { misfit: 'the themes that it is a coding by are not there' } : { difference };
}

function tableFits(difference: DifferenceOf<'table'>, scene: Scene): Verdict<'table'> {
  const sentence = difference.after?.sentence;
  const gone = sentence && variablesOf(sentenceOfBody(sentence)).some((id) => !scene.has('variable', id));
  return gone ? { misfit: 'a variable of the table is not there' } : { difference };
}

function listFits(difference: DifferenceOf<'list'>, { now, derived }: Scene): Verdict<'list'> {
  if (difference.before !== null && derived.has(difference.id)) return 'unneeded';
  const list = now.list.get(difference.id);
  const [was, mine] = [difference.before?.codes, difference.after?.codes];
  if (!list || !was || !mine || !difference.after) return { difference };
  // A code that is not there any more is missed only by a change that touched it, and that change brings it with it.
  const { codes } = mergeCodes(was, list.codes, mine);
  return {
    difference: {
      ...difference,
      before: { ...difference.before, codes: list.codes },
      after: { ...difference.after, codes },
    },
  };
}

function variableFits(
  difference: DifferenceOf<'variable'>,
  scene: Scene,
  lacking: ReadonlySet<number>,
): Verdict<'variable'> {
  const { after } = difference;
  if (!after) {
    const users = [...scene.now.working.values()].filter(({ recipe }) =>
      sourcesOf(recipe).includes(difference.id),
    ).length;
    const tables = [...scene.now.table.values()].filter(({ sentence }) =>
      variablesOf(sentenceOfBody(sentence)).includes(difference.id),
    ).length;
    if (users + tables > 0) return { misfit: `${scene.titleOf(difference.id)} is in use now, so it stays` };
    return { difference };
  }
  const { codeListId: list, ...rest } = after;
  if (after.workingId != null && lacking.has(after.workingId)) return 'unneeded';
  if (typeof list !== 'number' || scene.has('list', list)) return { difference };
  const misfits = [`the code list of ${scene.titleOf(difference.id)} is not there any more`];
  return difference.before === null
    ? { difference: { ...difference, after: { ...rest, codeListId: null } }, misfits }
    : { difference: { ...difference, after: rest }, misfits };
}

function verdictOf(difference: Difference, scene: Scene, lacking: ReadonlySet<number>): Verdict {
  switch (difference.of) {
    case 'working':
      return workingFits(difference, scene);
    case 'table':
      return tableFits(difference, scene);
    case 'list':
      return listFits(difference, scene);
    case 'binder':
      // What it lists that is not there is passed over.
      return { difference };
    case 'mark':
      return markFits(difference, scene);
    case 'variable':
      return variableFits(difference, scene, lacking);
  }
}

const THINGS: Record<Part, string> = {
  list: 'a code list',
  working: 'a working',
  variable: 'a variable',
  table: 'a table',
  binder: 'a binder',
  mark: 'a coding of an answer',
};

/** The order of the roster after a change, of what is there now. */
function orderOf(
  { before, after }: NonNullable<Delta['order']>,
  now: StudyState,
  added: readonly number[],
): Delta['order'] {
  const there = new Set([...now.order, ...added]);
  const order = after.filter((id) => there.has(id));
  const listed = new Set(order);
  // What came since stands behind what it stood behind.
  now.order.forEach((id, k) => {
    if (listed.has(id)) return;
    const at = order.indexOf(now.order[k - 1] ?? -1);
    order.splice(at + 1, 0, id);
    listed.add(id);
  });
  return { before, after: order };
}

/**
 * Fits a change to a state that is not the one it was made on: each field that it changed gets what it gave it, code
 * lists are put together code by code, and what stands on something that is not there does not fit.
 */
export function fit(delta: Delta, now: StudyState): Fitted {
  const scene = sceneOf(delta, now);
  const misfits: string[] = [];
  const lacking = new Set<number>();
  const ordered = [...delta.things].sort((a, b) => Number(b.of === 'working') - Number(a.of === 'working'));
  const fitting = ordered.flatMap((difference): Difference[] => {
    const { of, id, before, after } = difference;
    const isThere = now[of].has(id);
    if (after === null && !isThere) return [];
    if (before !== null && after !== null && !isThere) {
      misfits.push(`${THINGS[of]} that it changed is not there`);
      return [];
    }
    const verdict = verdictOf(difference, scene, lacking);
    if (verdict === 'unneeded') return [];
    if ('misfit' in verdict) {
      misfits.push(verdict.misfit);
      if (of === 'working') lacking.add(id);
      return [];
    }
    misfits.push(...(verdict.misfits ?? []));
    return [verdict.difference];
  });
  // A new list that nothing uses, since what was to use it does not fit, is not needed.
  const used = new Set(thingsOf({ things: fitting }, 'variable').map(({ after }) => after?.codeListId));
  const things = fitting.filter(
    (difference) =>
      difference.of !== 'list' ||
      difference.before !== null ||
      difference.after?.kept === true ||
      used.has(difference.id),
  );
  const added = things.filter(({ of, before }) => of === 'variable' && before === null).map(({ id }) => id);
  const order = delta.order && orderOf(delta.order, now, added);
  const nothing = things.length === 0 && (delta.things.length > 0 || !order);
  return { delta: nothing ? null : { ...(order ? { order } : {}), things }, misfits: [...new Set(misfits)] };
}

/** What a change touched, a word for each field; codes that workings make follow by themselves and are left out. */
export function touchedBy({ things }: Delta, derived: ReadonlySet<number>): Set<string> {
  return new Set(
    things.flatMap(({ of, id, before, after }) => {
      if (of === 'list' && derived.has(id)) return [];
      const whole = before === null || after === null;
      return whole ? [`${of} ${id}`] : Object.keys(after).map((field) => `${of} ${id} ${field}`);
    }),
  );
}

/** Whether two changes touched the same: a field of a thing, or all of it. */
export function touchSame(touched: ReadonlySet<string>, other: ReadonlySet<string>): boolean {
  const thing = (key: string) => key.split(' ').slice(0, 2).join(' ');
  const wholes = (keys: ReadonlySet<string>) => new Set([...keys].filter((key) => key === thing(key)));
  const [a, b] = [wholes(touched), wholes(other)];
  return [...touched].some((key) => other.has(key) || b.has(thing(key))) || [...other].some((key) => a.has(thing(key)));
}

/** What a thing of a change is to be after it. */
export type Amending = { [P in Part]: { of: P; id: number; fields: Partial<StateOf<P>> } }[Part];

/** Fields of things in the place of what a change gave them. Only what it changed can be another. */
export function amend(delta: Delta, changes: readonly Amending[]): Delta {
  return {
    ...delta,
    things: delta.things.map((difference): Difference => {
      const change = changes.find(({ of, id }) => of === difference.of && id === difference.id);
      // The fields are those of a thing of the same kind.
      return change && difference.after
        ? ({ ...difference, after: { ...difference.after, ...change.fields } } as Difference)
        : difference;
    }),
  };
}
