import { whole } from '../figures.js';
import { type CodedColumn, hasAnswered, SET_STATE, type SetsColumn, wordsFor } from '../count/column.js';
import { Fault } from '../fault.js';
import { type CountedMissing, countedMissing } from './counted-missing.js';
import { type Contradictions, contradictionCheck, settleContradictions } from './contradictions.js';
import { type GatherSource, mentionsBy } from './gather.js';
import type { Finding, Made, Proof, Slots } from './types.js';

const MOST_OPTIONS = 500;

/** Checks what no data can mend: fewer than two slots, a slot twice, no options, a code or a label twice. */
export function checkSlots({ sources, options, none }: Slots): void {
  if (sources.length < 2 || new Set(sources).size < sources.length) {
    const what = sources.length < 2 ? 'A question over slots needs two columns or more.' : 'A column is chosen twice.';
    throw new Fault('invalid', what, 'Choose each column once, and at least two.', { field: 'sources' });
  }
  if (options.length < 1 || options.length > MOST_OPTIONS) {
    const what = `The question has ${options.length} options.`;
    throw new Fault('invalid', what, `Choose from 1 to ${MOST_OPTIONS} codes.`, { field: 'options' });
  }
  const codes = new Set<string>();
  const labels = new Set<string>();
  options.forEach(({ code, label }, k) => {
    const said = label.trim().toLowerCase();
    const twice = codes.has(code)
      ? `The code ${code} stands for two options.`
      : labels.has(said)
        ? `Two options are called "${label.trim()}".`
        : null;
    if (said === '' || twice !== null) {
      const what = twice ?? `The option ${code} has no label.`;
      throw new Fault('invalid', what, 'Give each option a code and a label of its own.', {
        field: `options[${k}]`,
        code,
      });
    }
    if (code === none) {
      throw new Fault('invalid', `${code} is an option and "none of these" at once.`, 'Choose one of the two.', {
        field: 'none',
        code,
      });
    }
    codes.add(code);
    labels.add(said);
  });
}

/** The level and codes that slots make: the codes of their list. */
export function slotted({ options }: Slots): Made {
  return { level: 'multiple', codes: options.map(({ code, label }) => ({ code, label: label.trim(), missing: null })) };
}

export interface SlotsResult {
  column: SetsColumn;
  /** Of each slot: respondents with an option, "none of these", a code that is no option, a missing code, nothing. */
  slots: { option: number; none: number; other: number; missing: number; blank: number }[];
  /** Respondents by option. */
  mentioned: number[];
  /** Mentions of an option that the same respondent had mentioned in a slot before: counted once. */
  again: number;
  /** Answers that are no option, by code. */
  others: Map<string, number>;
  /** Respondents who said "none of these". */
  none: number;
  contradictions: Contradictions;
}

const [BLANK, MISSING, OTHER, NONE, NOT_ASKED] = [-1, -2, -3, -4, -5];

/** What each value of a slot means: the position of an option, or one of the above. */
function meanings(
  { column, missing, notAsked }: GatherSource,
  positions: ReadonlyMap<string, number>,
  none: string | null,
): Int16Array {
  const one = (code: string) =>
    positions.get(code) ??
    (code === none ? NONE : notAsked?.includes(code) ? NOT_ASKED : missing.includes(code) ? MISSING : OTHER);
  return Int16Array.from([BLANK, ...column.codes.map(one)]);
}

/**
 * Brings slots together. An option counts once for a respondent, in however many slots it stands. Who has nothing but
 * blanks and missing codes is blank; an answer that is no option leaves a respondent who answered but mentioned none.
 * @param sources the slots, all of the same length
 */
export function slots(recipe: Slots, sources: readonly GatherSource[], respondents: number): SlotsResult {
  const width = wordsFor(recipe.options.length);
  const words = new Uint32Array(respondents * width);
  const state = new Uint8Array(respondents);
  const positions = new Map(recipe.options.map(({ code }, j) => [code, j]));
  const others = new Map<string, number>();
  const saidNone = new Uint8Array(respondents);
  let again = 0;
  const found = sources.map((source) => {
    const lookup = meanings(source, positions, recipe.none);
    const { values, codes }: CodedColumn = source.column;
    const tally = { option: 0, none: 0, other: 0, missing: 0, blank: 0 };
    for (let k = 0; k < respondents; k++) {
      const meaning = lookup[values[k]!]!;
      if (meaning >= 0) {
        tally.option++;
        const at = k * width + (meaning >> 5);
        const bit = 1 << (meaning & 31);
        if ((words[at]! & bit) !== 0) again++;
        words[at]! |= bit;
        state[k] = SET_STATE.mentioned;
      } else if (meaning === BLANK) tally.blank++;
      else if (meaning === MISSING || meaning === NOT_ASKED) {
        tally.missing++;
        const why = meaning === MISSING ? SET_STATE.noAnswer : SET_STATE.notAsked;
        if (state[k] === SET_STATE.blank || state[k] === SET_STATE.noAnswer) state[k] = why;
      } else if (meaning === NONE) {
        tally.none++;
        saidNone[k] = 1;
      } else {
        tally.other++;
        const code = codes[values[k]! - 1]!;
        others.set(code, (others.get(code) ?? 0) + 1);
        if (state[k] !== SET_STATE.mentioned) state[k] = SET_STATE.nothing;
      }
    }
    return tally;
  });
  let none = 0;
  for (let k = 0; k < respondents; k++) {
    if (saidNone[k] === 0) continue;
    none++;
    if (state[k] !== SET_STATE.mentioned) state[k] = SET_STATE.none;
  }
  const exclusive = (recipe.exclusive ?? []).flatMap((code) => positions.get(code) ?? []);
  const contradictions = settleContradictions({ words, width, state }, saidNone, exclusive, recipe.settle ?? 'option');
  const mentioned = mentionsBy(words, width, recipe.options.length);
  const column: SetsColumn = { kind: 'sets', words, width, state, options: recipe.options.map(({ code }) => code) };
  return { column, slots: found, mentioned, again, others, none, contradictions };
}

/** Options, and the code for none of these, that a slot declares missing. */
export function revivedBySlots(
  recipe: Slots,
  sources: readonly GatherSource[],
  names: readonly string[],
): CountedMissing[] {
  const codes = [...recipe.options.map(({ code }) => code), ...(recipe.none === null ? [] : [recipe.none])];
  return sources.flatMap(({ missing }, k) =>
    codes.filter((code) => missing.includes(code)).map((code) => ({ source: names[k] ?? '', code })),
  );
}

/** Old against new for slots: each slot's values, and whether values and mentions reconcile. */
export function proveSlots(
  recipe: Slots,
  result: SlotsResult,
  names: readonly string[],
  revived: readonly CountedMissing[] = [],
): Proof {
  const { state } = result.column;
  const inState = [0, 0, 0, 0, 0, 0];
  for (const one of state) inState[one]!++;
  const sum = (of: (slot: SlotsResult['slots'][number]) => number) =>
    result.slots.reduce((all, slot) => all + of(slot), 0);
  const values = sum(({ option }) => option);
  const mentions = result.mentioned.reduce((a, b) => a + b, 0);
  const others = [...result.others].sort(([, a], [, b]) => b - a);
  const never = recipe.options.filter((_, j) => result.mentioned[j] === 0);
  const answered = state.reduce((all, one) => all + (hasAnswered(one) ? 1 : 0), 0);
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
    {
      id: 'made-missing',
      holds: true,
      title: 'Without an answer',
      text:
        `${whole(inState[SET_STATE.blank]!)} respondents left all slots blank, ` +
        `${whole(inState[SET_STATE.notAsked]!)} were not asked, ${whole(inState[SET_STATE.noAnswer]!)} gave no ` +
        'answer.',
      codes: [],
    },
    {
      id: 'reconciled',
      holds: values === mentions + result.again + dropped,
      title: 'Reconciled',
      text:
        `${whole(values)} values in the slots, ${whole(mentions)} mentions in the question` +
        (result.again > 0 ? ` and ${whole(result.again)} said again` : '') +
        `${dropped > 0 ? ` and ${whole(dropped)} that contradict` : ''}, by ` +
        `${whole(inState[SET_STATE.mentioned]!)} of ${whole(answered)} respondents who answered.`,
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
      respondents: state.length,
      went: [option, none, other, missing, blank],
    })),
    respondents: state.length,
  };
}
