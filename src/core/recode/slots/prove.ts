import { total } from '../../numerics/total.js';
import { whole } from '../../figures.js';
import { answeredOf, SET_STATE } from '../../count/set-state.js';
import { type CountedMissing, countedMissing } from '../counted-missing.js';
import { contradictionCheck } from '../contradictions.js';
import { withoutAnswerFinding } from '../findings.js';
import type { Slots } from './shape.js';
import type { Finding, Proof } from '../proof-shape.js';
import type { SlotsResult } from './compute.js';

/** Old against new for slots: each slot's values, and whether values and mentions reconcile. */
export function proveSlots(
  recipe: Slots,
  result: Omit<SlotsResult, 'column' | 'groups'>,
  names: readonly string[],
  revived: readonly CountedMissing[] = [],
): Proof {
  const { states } = result;
  const respondents = total(states);
  const sum = (of: (slot: SlotsResult['slots'][number]) => number) =>
    result.slots.reduce((all, slot) => all + of(slot), 0);
  const values = sum(({ option }) => option);
  const mentions = total(result.mentioned);
  const others = [...result.others].sort(([, a], [, b]) => b - a);
  const never = recipe.options.filter((_, j) => result.mentioned[j] === 0);
  const answered = answeredOf(states);
  const { dropped } = result.contradictions;
  const excluding = recipe.options.filter(({ code }) => recipe.exclusive?.includes(code)).map(({ label }) => label);
  const findings: Finding[] = [
    {
      id: 'left-over',
      holds: others.length === 0,
      title: 'Left over',
      text:
        others.length === 0
          ? 'Every answer is one of the options.'
          : `Answers that are no option: ${others
              .slice(0, 6)
              .map(([code, n]) => `${code} (${whole(n)})`)
              .join(', ')}${others.length > 6 ? ' ...' : ''}.`,
      codes: others.map(([code]) => code),
    },
    ...countedMissing(revived),
    {
      id: 'empty',
      holds: true,
      title: 'Never mentioned',
      text:
        never.length === 0
          ? 'Every option is mentioned.'
          : `Nobody mentioned ${never.map(({ label }) => label).join(', ')}.`,
      codes: never.map(({ code }) => code),
    },
    {
      id: 'doubled',
      holds: true,
      title: 'Said twice',
      text:
        result.again === 0
          ? 'Nobody has a code in two slots.'
          : `${whole(result.again)} times a respondent has a code in a second slot; it counts once.`,
      codes: [],
    },
    {
      id: 'none-said',
      holds: true,
      title: 'None of these',
      text: recipe.none === null ? 'No code says it.' : `${whole(result.none)} respondents say it.`,
      codes: [],
    },
    ...contradictionCheck(
      [...excluding, ...(recipe.none === null ? [] : ['None of these'])],
      result.contradictions,
      recipe.settle,
    ),
    withoutAnswerFinding(states, 'slots'),
    {
      id: 'reconciled',
      holds: values === mentions + result.again + dropped,
      title: 'Reconciled',
      text:
        `${whole(values)} values in the slots, ${whole(mentions)} mentions in the question` +
        (result.again > 0 ? ` and ${whole(result.again)} said again` : '') +
        `${dropped > 0 ? ` and ${whole(dropped)} that contradict` : ''}, by ` +
        `${whole(states[SET_STATE.mentioned]!)} of ${whole(answered)} respondents who answered.`,
      codes: [],
    },
  ];
  return {
    holds: findings.every((finding) => finding.holds),
    findings,
    columns: [
      { code: 'option', label: 'An option', missing: false, respondents: values },
      { code: 'none', label: 'None of these', missing: false, respondents: sum(({ none }) => none) },
      { code: 'other', label: 'No option', missing: true, respondents: sum(({ other }) => other) },
      { code: 'missing', label: 'Missing code', missing: true, respondents: sum(({ missing }) => missing) },
      { code: 'blank', label: 'Blank', missing: true, respondents: sum(({ blank }) => blank) },
    ],
    rows: result.slots.map(({ option, none, other, missing, blank }, k) => ({
      code: String(k + 1),
      label: names[k] ?? '',
      missing: false,
      respondents,
      went: [option, none, other, missing, blank],
    })),
    respondents,
  };
}
