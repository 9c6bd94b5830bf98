import { whole } from '../figures.js';
import { type CodedColumn, hasAnswered, SET_STATE, type SetsColumn, wordsFor } from '../count/column.js';
import { Fault } from '../fault.js';
import { type CountedMissing, countedMissing } from './counted-missing.js';
import { type Contradictions, contradictionCheck, settleContradictions } from './contradictions.js';
import type { Finding, Gather, GatherItem, Made, Proof } from './types.js';

/** More options than this is a mistake in the selection. */
const MOST_OPTIONS = 500;

/** Checks what no data can mend: fewer than two options, a column twice, no code for ticked, a label twice. */
export function checkGather(recipe: Gather): void {
  if (recipe.items.length < 2 || recipe.items.length > MOST_OPTIONS) {
    throw new Fault(
      'invalid',
      `A multiple-response question has ${recipe.items.length} option${recipe.items.length === 1 ? '' : 's'} here.`,
      `Choose from 2 to ${MOST_OPTIONS} columns.`,
      { field: 'items' },
    );
  }
  const all = [...recipe.items, ...(recipe.none ? [recipe.none] : [])];
  const labels = new Map<string, number>();
  all.forEach((item, k) => {
    if (all.findIndex((other) => other.source === item.source) !== k) {
      throw new Fault(
        'invalid',
        `"${item.label}" is the same column as an option before it.`,
        'Take one of the two out.',
        {
          field: `items[${k}]`,
        },
      );
    }
    if (item.ticked === '') {
      throw new Fault(
        'invalid',
        `"${item.label}" does not say which code means ticked.`,
        'Choose the code that means ticked.',
        {
          field: `items[${k}].ticked`,
        },
      );
    }
    if (item === recipe.none) return;
    const label = item.label.trim().toLowerCase();
    if (label === '' || labels.has(label)) {
      throw new Fault(
        'invalid',
        label === '' ? `Option ${k + 1} has no label.` : `Two options are called "${item.label.trim()}".`,
        'Give each option a label of its own.',
        { field: `items[${k}].label` },
      );
    }
    labels.set(label, k);
  });
}

/** The level and codes that a gather makes; options are coded 1, 2, ... in their order. */
export function gathered(recipe: Gather): Made {
  return {
    level: 'multiple',
    codes: recipe.items.map((item, k) => ({ code: String(k + 1), label: item.label.trim(), missing: null })),
  };
}

export interface GatherResult {
  column: SetsColumn;
  /** Respondents by option: ticked, another answer, missing code, blank. */
  options: { ticked: number; unticked: number; missing: number; blank: number }[];
  /** Respondents by option, once contradictions are settled. */
  mentioned: number[];
  /** Respondents who ticked "none of these". */
  none: number;
  contradictions: Contradictions;
}

/** A column with the codes in it that are not answers. */
export interface GatherSource {
  column: CodedColumn;
  missing: readonly string[];
  /** Of the missing ones, those that say that somebody was not asked. */
  notAsked?: readonly string[] | undefined;
}

const [TICKED, UNTICKED, MISSING, BLANK, NOT_ASKED] = [0, 1, 2, 3, 4];

function verdicts(
  { column, missing, notAsked }: GatherSource,
  { ticked, also = [] }: Pick<GatherItem, 'ticked' | 'also'>,
): Uint8Array {
  const one = (code: string) => {
    if (code === ticked || also.includes(code)) return TICKED;
    return notAsked?.includes(code) ? NOT_ASKED : missing.includes(code) ? MISSING : UNTICKED;
  };
  return Uint8Array.from([BLANK, ...column.codes.map(one)]);
}

/**
 * Gathers yes/no columns into sets. Who has no answer in any of the columns was not asked, gave no answer or left it
 * blank, by what stands there; who ticked "none of these" and nothing else chose none; who answered but ticked nothing
 * is kept apart from all of these. Contradictions are counted, and settled by the recipe's rule.
 * @param sources a column for each item, then one for `none` where there is one, all of the same length
 */
export function gather(recipe: Gather, sources: readonly GatherSource[], respondents: number): GatherResult {
  const width = wordsFor(recipe.items.length);
  const words = new Uint32Array(respondents * width);
  const state = new Uint8Array(respondents);
  const answered = new Uint8Array(respondents);
  /** Why somebody has no answer, where a code says it. */
  const silent = new Uint8Array(respondents);
  const options = recipe.items.map((item, j) => {
    const source = sources[j]!;
    const lookup = verdicts(source, item);
    const { values } = source.column;
    const tally = [0, 0, 0, 0, 0];
    const word = j >> 5;
    const bit = 1 << (j & 31);
    for (let k = 0; k < respondents; k++) {
      const verdict = lookup[values[k]!]!;
      tally[verdict]!++;
      if (verdict === TICKED) {
        words[k * width + word]! |= bit;
        state[k] = SET_STATE.mentioned;
      } else if (verdict === UNTICKED) answered[k] = 1;
      else if (verdict !== BLANK && silent[k] !== NOT_ASKED) silent[k] = verdict;
    }
    return { ticked: tally[0]!, unticked: tally[1]!, missing: tally[2]! + tally[4]!, blank: tally[3]! };
  });
  let none = 0;
  const noneSource = recipe.none ? sources[recipe.items.length] : undefined;
  const noneLookup = noneSource && recipe.none ? verdicts(noneSource, recipe.none) : null;
  const saidNone = new Uint8Array(respondents);
  for (let k = 0; k < respondents; k++) {
    const verdict = noneLookup && noneSource ? noneLookup[noneSource.column.values[k]!]! : BLANK;
    if (verdict === TICKED) {
      none++;
      saidNone[k] = 1;
    }
    if (state[k] === SET_STATE.mentioned) continue;
    if (verdict === TICKED) state[k] = SET_STATE.none;
    else if (answered[k] === 1 || verdict === UNTICKED) state[k] = SET_STATE.nothing;
    else if (silent[k] === NOT_ASKED || verdict === NOT_ASKED) state[k] = SET_STATE.notAsked;
    else if (silent[k] === MISSING || verdict === MISSING) state[k] = SET_STATE.noAnswer;
  }
  const exclusive = recipe.items.flatMap((item, j) => (item.exclusive ? [j] : []));
  const contradictions = settleContradictions({ words, width, state }, saidNone, exclusive, recipe.settle ?? 'option');
  return {
    column: { kind: 'sets', words, width, state, options: recipe.items.map((_, j) => String(j + 1)) },
    options,
    mentioned: mentionsBy(words, width, recipe.items.length),
    none,
    contradictions,
  };
}

/** Respondents by option of a set. */
export function mentionsBy(words: Uint32Array, width: number, options: number): number[] {
  const mentioned = new Array<number>(options).fill(0);
  for (let at = 0; at < words.length; at++) {
    const first = (at % width) * 32;
    for (let word = words[at]!; word !== 0; word &= word - 1) mentioned[first + 31 - Math.clz32(word & -word)]!++;
  }
  return mentioned;
}

/** Codes for ticked that the sources declare missing. */
export function revivedByGather(recipe: Gather, sources: readonly GatherSource[]): CountedMissing[] {
  return [...recipe.items, ...(recipe.none ? [recipe.none] : [])].flatMap(({ label, ticked, also = [] }, k) =>
    [ticked, ...also].flatMap((code) => (sources[k]?.missing.includes(code) ? [{ source: label, code }] : [])),
  );
}

/** Old against new for a gather: each option's column, and whether ticks and mentions reconcile. */
export function proveGather(recipe: Gather, result: GatherResult, revived: readonly CountedMissing[] = []): Proof {
  const { state } = result.column;
  const respondents = state.length;
  const inState = [0, 0, 0, 0, 0, 0];
  for (const one of state) inState[one]!++;
  const ticks = result.options.reduce((sum, option) => sum + option.ticked, 0);
  const mentions = result.mentioned.reduce((sum, many) => sum + many, 0);
  const { dropped } = result.contradictions;
  const never = recipe.items.filter((_, j) => result.options[j]!.ticked === 0);
  const missing = result.options.reduce((sum, option) => sum + option.missing, 0);
  const answered = state.reduce((sum, one) => sum + (hasAnswered(one) ? 1 : 0), 0);
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
    {
      id: 'made-missing',
      holds: true,
      title: 'Without an answer',
      text:
        `${whole(inState[SET_STATE.blank]!)} respondents left all columns blank, ` +
        `${whole(inState[SET_STATE.notAsked]!)} were not asked, ${whole(inState[SET_STATE.noAnswer]!)} gave no ` +
        'answer' +
        (missing > 0 ? `; ${whole(missing)} missing codes in single columns count as not ticked` : '') +
        '.',
      codes: [],
    },
    {
      id: 'reconciled',
      holds: ticks === mentions + dropped,
      title: 'Reconciled',
      text:
        `${whole(ticks)} ticks in the columns, ${whole(mentions)} mentions in the ` +
        `question${dropped > 0 ? ` and ${whole(dropped)} that contradict` : ''}, by ` +
        `${whole(inState[SET_STATE.mentioned]!)} of ${whole(answered)} respondents who answered.`,
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
