import { type Code, isAnswer } from '../../codebook/types.js';
import { codeSpace, giveAll } from '../code-space.js';
import { withEverythingElse } from './everything-else.js';
import { ownLabel } from '../labels.js';
import type { MadeVariable } from '../types.js';
import type { Regroup } from './shape.js';

/** What the codes of special outcomes are called, where no group has that name. */
const LEFT_OVER = 'left-over';
const NO_ANSWER = 'no-answer';
const WAS_BLANK = 'was-blank';

/** What respondents of one code of the source hold, and what becomes of them. */
export interface CodeOutcome {
  old: Code;
  /** The new code; null stays blank. */
  to: string | null;
  how: How;
}
type How = 'grouped' | 'own' | 'revived' | 'kept-missing' | 'set-aside' | 'left-over';

/** What becomes of an old code; its new name is decided elsewhere. */
function howOf(recipe: Regroup, old: Code): How {
  if (recipe.groups.some(({ from }) => from.includes(old.code))) return isAnswer(old) ? 'grouped' : 'revived';
  if (!isAnswer(old)) return 'kept-missing';
  if (recipe.setAside.includes(old.code) || recipe.unnamed === 'set-aside') return 'set-aside';
  return recipe.unnamed === 'own' ? 'own' : 'left-over';
}

/**
 * What becomes of each old code, and what a blank is called that is given a reason; no code is given twice.
 * @example
 * const codes = [
 *   { code: '1', label: 'Yes', missing: null },
 *   { code: '2', label: 'No', missing: null },
 * ];
 * const recipe = {
 *   kind: 'regroup',
 *   source: 1,
 *   groups: [{ code: 'y', label: 'Yes', from: ['1'] }],
 *   setAside: ['2'],
 * };
 * codeOutcomes(recipe, codes).all.map(({ old, how }) => [old.code, how]); // [['1', 'grouped'], ['2', 'set-aside']]
 */
export function codeOutcomes(recipe: Regroup, source: readonly Code[]): { all: CodeOutcome[]; blank: string | null } {
  const named = new Set(recipe.groups.map(({ code }) => code));
  const space = codeSpace(named);
  const how = new Map(source.map((old) => [old.code, howOf(recipe, old)]));
  const keeps = source.filter(({ code }) => {
    const outcome = how.get(code);
    return (
      outcome === 'own' ||
      outcome === 'set-aside' ||
      (outcome === 'kept-missing' && (recipe.missing ?? 'keep') === 'keep')
    );
  });
  const oldCodes = keeps.map(({ code }) => ({ code, missing: how.get(code) !== 'own' }));
  const given = giveAll(space, oldCodes, named);
  const once = new Map<string, string>();
  const special = (name: string) => {
    const code = once.get(name) ?? space.give(name);
    once.set(name, code);
    return code;
  };
  const to = (old: Code): string | null => {
    const outcome = how.get(old.code);
    if (outcome === 'grouped' || outcome === 'revived')
      return recipe.groups.find(({ from }) => from.includes(old.code))?.code ?? null;
    if (outcome === 'left-over') return special(LEFT_OVER);
    if (outcome === 'kept-missing' && recipe.missing === 'blank') return null;
    if (outcome === 'kept-missing' && recipe.missing === 'one') return special(NO_ANSWER);
    return given.get(old.code) ?? null;
  };
  const all = source.map((old): CodeOutcome => ({ old, to: to(old), how: how.get(old.code) ?? 'left-over' }));
  const { blank } = recipe;
  return { all, blank: !blank ? null : 'group' in blank ? blank.group : space.give(WAS_BLANK) };
}

/**
 * What a regroup makes of a code list.
 * @param source every code of the source, also those that only the data has
 * @returns the new variable's level and codes, and for each old code the new one
 * @example
 * const codes = [
 *   { code: '1', label: 'Yes', missing: null },
 *   { code: '2', label: 'No', missing: null },
 * ];
 * const recipe = {
 *   kind: 'regroup',
 *   source: 1,
 *   groups: [{ code: 'x', label: 'Any', from: ['1', '2'] }],
 *   setAside: [],
 * };
 * [...regroup(recipe, codes).map]; // [['1', 'x'], ['2', 'x']]
 */
export function regroup(
  told: Regroup,
  source: readonly Code[],
): MadeVariable & { map: Map<string, string | null>; blank: string | null } {
  const recipe = withEverythingElse(told, source);
  const { all, blank } = codeOutcomes(recipe, source);
  const codes: Code[] = recipe.groups.map(({ code, label }) => ({ code, label: label.trim(), missing: null }));
  for (const { old, to, how } of all) {
    if (to === null || codes.some(({ code }) => code === to)) continue;
    if (how === 'own') codes.push({ code: to, label: ownLabel(old, recipe.groups), missing: null });
    if (how === 'kept-missing' && recipe.missing === 'one')
      codes.push({ code: to, label: 'No answer', missing: 'other' });
    else if (how === 'kept-missing') codes.push({ code: to, label: old.label, missing: old.missing });
    if (how === 'set-aside') codes.push({ code: to, label: old.label, missing: 'other' });
    if (how === 'left-over') codes.push({ code: to, label: 'Left over by the regroup', missing: 'other' });
  }
  if (blank !== null && recipe.blank && 'missing' in recipe.blank)
    codes.push({ code: blank, label: 'Blank', missing: recipe.blank.missing });
  // Answers stand before missing codes, wherever they came from.
  codes.sort((a, b) => Number(!isAnswer(a)) - Number(!isAnswer(b)));
  return { level: recipe.level, codes, blank, map: new Map(all.map(({ old, to }) => [old.code, to])) };
}
