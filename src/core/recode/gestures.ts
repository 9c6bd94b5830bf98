import { joinedLabel } from './starts.js';
import type { Group, Regroup } from './types.js';

/** What can be done to the heading of a table: it makes, or changes, a regroup. Codes are those of the headings. */
export type Gesture =
  | { is: 'merge'; code: string; into: string }
  | { is: 'move'; code: string; before: string | null }
  | { is: 'set-aside'; code: string }
  | { is: 'rename'; code: string; label: string };

const numbered = (groups: readonly Group[]): Group[] => groups.map((group, k) => ({ ...group, code: String(k + 1) }));

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

/** What a gesture makes of the groups, each under its code as yet. */
function moved(recipe: Regroup, gesture: Gesture): Pick<Regroup, 'groups' | 'setAside'> {
  const { groups, setAside } = recipe;
  const own = groups.find(({ code }) => code === gesture.code);
  if (!own) return { groups, setAside };
  const others = groups.filter((group) => group !== own);
  switch (gesture.is) {
    case 'merge':
      return {
        groups: groups.flatMap((group) => {
          if (group === own && others.some(({ code }) => code === gesture.into)) return [];
          if (group.code !== gesture.into || group === own) return [group];
          const inOrder = groups.indexOf(own) < groups.indexOf(group) ? [own, group] : [group, own];
          return [{ ...group, label: joinedLabel(inOrder), from: inOrder.flatMap(({ from }) => from) }];
        }),
        setAside,
      };
    case 'move': {
      const at = gesture.before === null ? others.length : others.findIndex(({ code }) => code === gesture.before);
      return { groups: at < 0 ? groups : [...others.slice(0, at), own, ...others.slice(at)], setAside };
    }
    case 'set-aside':
      return { groups: others, setAside: [...setAside, ...own.from] };
    case 'rename':
      return { groups: groups.map((group) => (group === own ? { ...own, label: gesture.label } : group)), setAside };
  }
}

/**
 * The recipe after a gesture. Groups are numbered in their new order; what blanks go to goes along. A gesture on a
 * heading that is none of the groups changes nothing.
 */
export function gestured(recipe: Regroup, gesture: Gesture): Regroup {
  const next = moved(recipe, gesture);
  const { blank } = recipe;
  const to =
    blank && 'group' in blank
      ? gesture.is === 'merge' && gesture.code === blank.group
        ? gesture.into
        : blank.group
      : null;
  const at = to === null ? -1 : next.groups.findIndex(({ code }) => code === to);
  const kept = to === null ? blank : at < 0 ? undefined : { group: String(at + 1) };
  return { ...recipe, groups: numbered(next.groups), setAside: next.setAside, ...(blank ? { blank: kept } : {}) };
}
