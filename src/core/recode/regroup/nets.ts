import { type Code, isAnswer } from '../../codebook/types.js';
import { SET_STATE } from '../../count/set-state.js';
import type { SetsColumn } from '../../count/column.js';
import { eachOption, maskOf, optionsOf, setOption, wordsFor, mentionsBy } from '../../count/option-bits.js';
import { codeSpace, giveAll } from '../code-space.js';
import { withEverythingElse } from './everything-else.js';
import { ownLabel } from '../labels.js';
import type { MadeVariable } from '../types.js';
import type { Regroup } from './shape.js';

export interface RegroupedSets {
  made: MadeVariable;
  column: SetsColumn;
  /** Respondents by group. */
  mentioned: number[];
  /** Respondents by option of the source, and of those by group; last who is in no group by it. */
  went: number[][];
  before: number[];
  /** Who mentioned something before, and has a mention in no group now. */
  emptied: number;
}

/** The options that become groups: those that are named, and the others where each keeps its own. */
function groupsOf(
  recipe: Regroup,
  source: readonly Code[],
): { code: string; label: string; from: readonly string[] }[] {
  const named = new Set([...recipe.groups.flatMap(({ from }) => from), ...recipe.setAside]);
  const taken = new Set(recipe.groups.map(({ code }) => code));
  const space = codeSpace(taken);
  const own = recipe.unnamed === 'own' ? source.filter((code) => isAnswer(code) && !named.has(code.code)) : [];
  const given = giveAll(
    space,
    own.map(({ code }) => ({ code, missing: false })),
    taken,
  );
  return [
    ...recipe.groups,
    ...own.map((code) => ({
      code: given.get(code.code) ?? code.code,
      label: ownLabel(code, recipe.groups),
      from: [code.code],
    })),
  ];
}

/**
 * The groups of a question's options, and of each option which group it is in; below 0: in none.
 * @param source the options in the order of the column
 */
export function netsOf(recipe: Regroup, source: readonly Code[]) {
  const groups = groupsOf(recipe, source);
  const made: MadeVariable = {
    level: 'multiple',
    codes: groups.map(({ code, label }) => ({ code, label: label.trim(), missing: null })),
  };
  return { groups, made, groupOf: source.map(({ code }) => groups.findIndex(({ from }) => from.includes(code))) };
}

/**
 * Nets over the options of a multiple-response question: who mentions any option of a group is in it, once. A
 * respondent left without a mention has chosen none of these.
 * @example
 * const codes = [
 *   { code: 'beans', label: 'Beans', missing: null },
 *   { code: 'kale', label: 'Kale', missing: null },
 * ];
 * const recipe = {
 *   kind: 'regroup',
 *   source: 1,
 *   groups: [{ code: 'x', label: 'Any', from: ['beans', 'kale'] }],
 *   setAside: [],
 * };
 * const crops = {
 *   kind: 'sets',
 *   words: Uint32Array.of(1, 3, 2, 0),
 *   width: 1,
 *   state: Uint8Array.of(1, 1, 1, 0),
 *   options: ['beans', 'kale'],
 * };
 * regroupSets(recipe, codes, crops).mentioned; // [3]
 */
export function regroupSets(told: Regroup, source: readonly Code[], column: SetsColumn): RegroupedSets {
  const { groups, groupOf, made } = netsOf(withEverythingElse(told, source), source);
  const width = wordsFor(groups.length);
  const respondents = column.state.length;
  const words = new Uint32Array(respondents * width);
  const state = Uint8Array.from(column.state);
  const named = maskOf(
    groupOf.flatMap((group, option) => (group < 0 ? [] : [option])),
    column.width,
  );
  let emptied = 0;
  for (let k = 0; k < respondents; k++) {
    if (state[k] !== SET_STATE.mentioned) continue;
    eachOption(column, k, (option) => setOption({ words, width }, k, groupOf[option]!), named);
    if (optionsOf({ words, width }, k) > 0) continue;
    state[k] = SET_STATE.none;
    emptied++;
  }
  const before = mentionsBy(column, column.options.length);
  return {
    made,
    column: { kind: 'sets', words, width, state, options: groups.map(({ code }) => code) },
    mentioned: mentionsBy({ words, width }, groups.length),
    before,
    went: column.options.map((_, j) => [
      ...groups.map((__, g) => (groupOf[j] === g ? before[j]! : 0)),
      groupOf[j]! < 0 ? before[j]! : 0,
    ]),
    emptied,
  };
}
