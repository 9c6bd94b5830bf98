import { total } from '../../numerics/total.js';
import { whole } from '../../figures.js';
import { answeredOf, SET_STATE } from '../../count/set-state.js';
import { type CountedMissing, countedMissing } from '../counted-missing.js';
import { contradictionCheck } from '../contradictions.js';
import { withoutAnswerFinding } from '../findings.js';
import type { Gather } from './shape.js';
import type { Finding, Proof } from '../proof-shape.js';
import type { GatherResult } from './compute.js';

/** Old against new for a gather: each option's column, and whether ticks and mentions reconcile. */
export function proveGather(
  recipe: Gather,
  result: Omit<GatherResult, 'column'>,
  revived: readonly CountedMissing[] = [],
): Proof {
  const { states } = result;
  const respondents = total(states);
  const ticks = result.options.reduce((sum, option) => sum + option.ticked, 0);
  const mentions = total(result.mentioned);
  const { dropped } = result.contradictions;
  const never = recipe.items.filter((_, j) => result.options[j]!.ticked === 0);
  const missing = result.options.reduce((sum, option) => sum + option.missing, 0);
  const answered = answeredOf(states);
  const excluding = recipe.items.filter((item) => item.exclusive).map(({ label }) => label);
  const findings: Finding[] = [
    {
      id: 'covered',
      holds: never.length === 0,
      title: 'Covered',
      text:
        never.length === 0
          ? `All ${recipe.items.length} columns hold the code that means ticked.`
          : `Nobody ticked ${never.map(({ label }) => label).join(', ')}: is ` +
            `${[...new Set(never.map(({ ticked }) => ticked))].join(', ')} the code that means ticked there?`,
      codes: never.map(({ label }) => label),
    },
    ...countedMissing(revived),
    {
      id: 'none-said',
      holds: true,
      title: 'None of these',
      text:
        recipe.none === null
          ? 'No column says it; who ticked nothing is counted apart.'
          : `${whole(result.none)} respondents say it.`,
      codes: [],
    },
    ...contradictionCheck(
      [...excluding, ...(recipe.none ? [recipe.none.label || 'None of these'] : [])],
      result.contradictions,
      recipe.settle,
    ),
    withoutAnswerFinding(
      states,
      'columns',
      missing > 0 ? `; ${whole(missing)} missing codes in single columns count as not ticked` : '',
    ),
    {
      id: 'reconciled',
      holds: ticks === mentions + dropped,
      title: 'Reconciled',
      text:
        `${whole(ticks)} ticks in the columns, ${whole(mentions)} mentions in the ` +
        `question${dropped > 0 ? ` and ${whole(dropped)} that contradict` : ''}, by ` +
        `${whole(states[SET_STATE.mentioned]!)} of ${whole(answered)} respondents who answered.`,
      codes: [],
    },
  ];
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns: [
      { code: 'ticked', label: 'Mentioned', missing: false, respondents: ticks },
      { code: 'unticked', label: 'Not mentioned', missing: false, respondents: 0 },
      { code: 'missing', label: 'Missing code', missing: true, respondents: 0 },
      { code: 'blank', label: 'Blank', missing: true, respondents: 0 },
    ],
    rows: recipe.items.map((item, j) => {
      const { ticked, unticked, missing: coded, blank } = result.options[j]!;
      return {
        code: String(j + 1),
        label: item.label,
        missing: false,
        respondents,
        went: [ticked, unticked, coded, blank],
      };
    }),
    respondents,
  };
}
