import { joinedLabel } from './starts.js';
import { type Group, type Regroup } from './shape.js';

/** What can be done to the heading of a table: it makes, or changes, a regroup. Codes are those of the headings. */
export type Gesture =
  | { is: 'merge'; code: string; into: string }
  | { is: 'move'; code: string; before: string | null }
  | { is: 'set-aside'; code: string };

/** Groups under the numbers of their places: the first is 1. */
export const numbered = (groups: readonly Group[]): Group[] =>
  groups.map((group, k) => ({ ...group, code: String(k + 1) }));

/** A regroup in which every heading is a group of its own: the one that a first gesture changes. */
export function regroupOf(
  source: number,
  level: Regroup['level'],
  headings: readonly { code: string; label: string }[],
): Regroup {
  return {
    kind: 'regroup',
    source,
    level,
    groups: headings.map(({ code, label }) => ({ code, label, from: [code] })),
    setAside: [],
  };
}

/**
 * The groups once one is merged into another, by their codes: in the place of the other, under the labels of both in
 * the order in which they stood. Nothing changes where there is no such two.
 */
function mergedGroups(groups: readonly Group[], code: string, into: string): readonly Group[] {
  const own = groups.find((group) => group.code === code);
  const other = groups.find((group) => group.code === into);
  if (!own || !other || own === other) return groups;
  const inOrder = groups.indexOf(own) < groups.indexOf(other) ? [own, other] : [other, own];
  const merged = { ...other, label: joinedLabel(inOrder), from: inOrder.flatMap(({ from }) => from) };
  return groups.flatMap((group) => (group === own ? [] : [group === other ? merged : group]));
}

/** What a gesture makes of the groups, each under its code as yet. */
function moved(recipe: Regroup, gesture: Gesture): Pick<Regroup, 'groups' | 'setAside'> {
  const { groups, setAside } = recipe;
  const own = groups.find(({ code }) => code === gesture.code);
  if (!own) return { groups, setAside };
  const others = groups.filter((group) => group !== own);
  switch (gesture.is) {
    case 'merge':
      return {
        groups: mergedGroups(groups, gesture.code, gesture.into),
        setAside,
      };
    case 'move': {
      const at = gesture.before === null ? others.length : others.findIndex(({ code }) => code === gesture.before);
      return { groups: at < 0 ? groups : [...others.slice(0, at), own, ...others.slice(at)], setAside };
    }
    case 'set-aside':
      return { groups: others, setAside: [...setAside, ...own.from] };
  }
}

/** Under which code the group of a code is after a gesture; undefined: it is gone. */
function codeAfter(groups: readonly Group[], gesture: Gesture, code: string): string | undefined {
  const to = gesture.is === 'merge' && gesture.code === code ? gesture.into : code;
  const at = groups.findIndex((group) => group.code === to);
  return at < 0 ? undefined : String(at + 1);
}

/**
 * The recipe after a gesture. Groups are numbered in their new order; what blanks, and the codes that no group
 * names, go to goes along. A gesture on a heading that is not a group changes nothing.
 */
export function gestured(recipe: Regroup, gesture: Gesture): Regroup {
  const next = moved(recipe, gesture);
  const { blank, unnamed } = recipe;
  const follow = (code: string) => {
    const group = codeAfter(next.groups, gesture, code);
    return group === undefined ? undefined : { group };
  };
  return {
    ...recipe,
    groups: numbered(next.groups),
    setAside: next.setAside,
    ...(blank && 'group' in blank ? { blank: follow(blank.group) } : {}),
    ...(typeof unnamed === 'object' ? { unnamed: follow(unnamed.group) } : {}),
  };
}

/**
 * The new code of each group that a gesture leaves, by its old one; two that were merged have the same.
 * @example
 * const recipe = regroupOf(7, 'ordered', [{ code: 'a', label: 'A' }, { code: 'b', label: 'B' }]);
 * [...codesAfter(recipe, { is: 'set-aside', code: 'a' })]; // [['b', '1']]
 */
export function codesAfter(recipe: Regroup, gesture: Gesture): Map<string, string> {
  const { groups } = moved(recipe, gesture);
  const pairs = recipe.groups.flatMap(({ code }) => {
    const to = codeAfter(groups, gesture, code);
    return to === undefined ? [] : [[code, to] as const];
  });
  return new Map(pairs);
}
