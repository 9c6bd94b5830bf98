import type { Code } from '../../../../core/codebook/types.js';
import { gestured, numbered } from '../../../../core/recode/regroup/gestures.js';
import type { Group, Regroup } from '../../../../core/recode/regroup/shape.js';
import type { Target } from '../../RegroupDiagram.js';

/** What a new group is called that takes what no other names. */
export const REST_LABEL = 'Everything else';

/** The code that a group has after a change, found by its label or by what goes into it. */
function codeAfter(before: readonly Group[], after: readonly Group[], code: string): string | undefined {
  const old = before.find((group) => group.code === code);
  if (!old) return undefined;
  const same =
    after.find(({ label }) => label === old.label) ??
    after.find(({ from }) => from.some((source) => old.from.includes(source)));
  return same?.code;
}

/**
 * A regroup with some of it changed. A group that blanks go to, or what no group names, may be gone or have another
 * number afterwards: what pointed to it follows, or points nowhere.
 */
export function changed(recipe: Regroup, next: Partial<Regroup>): Regroup {
  const blank = 'blank' in next ? next.blank : recipe.blank;
  const { groups } = next;
  const follow = (code: string) => {
    const to = groups ? codeAfter(recipe.groups, groups, code) : code;
    return to === undefined ? undefined : { group: to };
  };
  const named = typeof recipe.unnamed === 'object' ? follow(recipe.unnamed.group) : recipe.unnamed;
  return {
    ...recipe,
    ...next,
    unnamed: 'unnamed' in next ? next.unnamed : named,
    blank: blank && 'group' in blank ? follow(blank.group) : blank,
  };
}

/** Sends a code to a group, to a new one, aside, or nowhere. */
export function sent(recipe: Regroup, codes: readonly Code[], code: string, target: Target): Regroup {
  const groups = recipe.groups.map((group) => ({ ...group, from: group.from.filter((other) => other !== code) }));
  const setAside = recipe.setAside.filter((other) => other !== code);
  switch (target.to) {
    case 'aside':
      return changed(recipe, { groups, setAside: [...setAside, code] });
    case 'nowhere':
      return changed(recipe, { groups, setAside });
    case 'new': {
      // Alone in its group, it has a group of its own already.
      if (recipe.groups.some(({ from }) => from.length === 1 && from[0] === code)) return recipe;
      const label = codes.find((other) => other.code === code)?.label ?? code;
      return changed(recipe, { groups: numbered([...groups, { code: '', label, from: [code] }]), setAside });
    }
    case 'group': {
      const into = groups.map((group, k) => (k === target.at ? { ...group, from: [...group.from, code] } : group));
      return changed(recipe, { groups: into, setAside });
    }
  }
}

/** Makes a group at the end that takes what no other names. */
export function withRest(recipe: Regroup): Regroup {
  const groups = numbered([...recipe.groups, { code: '', label: REST_LABEL, from: [] }]);
  return changed(recipe, { groups, unnamed: { group: String(groups.length) } });
}

/** Moves a group to another place. */
export function placed(recipe: Regroup, from: number, to: number): Regroup {
  const group = recipe.groups[from];
  if (!group) return recipe;
  return gestured(recipe, { is: 'move', code: group.code, before: recipe.groups[to]?.code ?? null });
}

/** Merges a group into another. */
export function merged(recipe: Regroup, from: number, into: number): Regroup {
  const [moved, kept] = [recipe.groups[from], recipe.groups[into]];
  if (!moved || !kept) return recipe;
  return gestured(recipe, { is: 'merge', code: moved.code, into: kept.code });
}

/** Takes a group away; its codes are in none then. */
export function withoutGroup(recipe: Regroup, at: number): Regroup {
  return changed(recipe, { groups: numbered(recipe.groups.filter((_, k) => k !== at)) });
}

/** Gives a group another label. What points to it stays: its code is the same. */
export function renamed(recipe: Regroup, at: number, label: string): Regroup {
  return { ...recipe, groups: recipe.groups.map((group, k) => (k === at ? { ...group, label } : group)) };
}
