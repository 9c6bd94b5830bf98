import { maskOf, type OptionBits, optionsOf } from '../count/option-bits.js';
import { SET_STATE } from '../count/set-state.js';
import type { Alike } from './alike.js';
import type { Finding } from './proof-shape.js';
import type { Settle } from './settle.js';

/** Respondents that are listed; the rest is counted. */
const LISTED = 12;

export interface Contradictions {
  /** Respondents who said an answer that excludes others, and another one too. */
  respondents: number;
  /** Mentions that the rule took away. */
  dropped: number;
  /** The first of them, by their place in the data, from 1; none where respondents stay in a database. */
  listed: number[];
  /** What those are called, and by which variable; absent: by their row in the data. */
  called?: { by: string; names: string[] } | undefined;
}

interface Sets extends OptionBits {
  state: Uint8Array;
}

/** Keeps only some bits of a respondent. */
function keep({ words, width }: Sets, k: number, mask: Uint32Array, inside: boolean): void {
  for (let w = 0; w < width; w++) words[k * width + w]! &= inside ? mask[w]! : ~mask[w]!;
}

/** Leaves the first of a respondent's bits. */
function keepFirst({ words, width }: Sets, k: number): void {
  let contradicts = false;
  for (let w = 0; w < width; w++) {
    const word = words[k * width + w]!;
    words[k * width + w] = contradicts ? 0 : word & -word;
    if (word !== 0) contradicts = true;
  }
}

/**
 * Settles contradictions in place: an answer that excludes all others ("none of these", "don't know") beside another.
 * By the rule the other answers stand, or the excluding one does, or the respondent has no answer.
 * @param saidNone 1 where a respondent said "none of these", which is no option
 * @param exclusive places of options that exclude the others
 * @param together the groups of respondents that the sets are of
 */
export function settleContradictions(
  sets: Sets,
  saidNone: Uint8Array | null,
  exclusive: readonly number[],
  rule: Settle,
  together: Pick<Alike, 'times' | 'first'>,
): Contradictions {
  const { width, state } = sets;
  const contradictions: Contradictions = { respondents: 0, dropped: 0, listed: [] };
  const mask = maskOf(exclusive, width);
  const contradict = new Set<number>();
  if (exclusive.length === 0 && !saidNone) return contradictions;
  for (let k = 0; k < state.length; k++) {
    const none = saidNone?.[k] === 1;
    if (state[k] !== SET_STATE.mentioned) continue;
    const excluding = (none ? 1 : 0) + optionsOf(sets, k, mask);
    const others = optionsOf(sets, k) - optionsOf(sets, k, mask);
    if (excluding === 0 || (excluding === 1 && others === 0)) continue;
    const times = together.times[k]!;
    contradictions.respondents += times;
    contradict.add(k);
    const before = optionsOf(sets, k);
    if (rule === 'aside') {
      keep(sets, k, new Uint32Array(width), true);
      state[k] = SET_STATE['no-answer'];
    } else if (rule === 'option' && others > 0) keep(sets, k, mask, false);
    else if (rule === 'exclusive' && none) {
      keep(sets, k, new Uint32Array(width), true);
      state[k] = SET_STATE.none;
    } else {
      keep(sets, k, mask, true);
      keepFirst(sets, k);
    }
    contradictions.dropped += times * (before - optionsOf(sets, k));
  }
  const listed = together.first((k) => contradict.has(k), LISTED).map((k) => k + 1);
  return { ...contradictions, listed };
}

const RULES: Record<Settle, string> = {
  option: 'there the other answers stand',
  exclusive: 'there it stands alone',
  aside: 'they are left without an answer',
};

/** Contradictions in words: how many, where, and what was done. */
function sayContradictions({ respondents, listed, called }: Contradictions, rule: Settle): string {
  if (respondents === 0) return 'Nobody gave it together with another answer.';
  const by = called?.by ?? (listed.length === 1 ? 'row' : 'rows');
  const names = `${by} ${(called?.names ?? listed).join(', ')}${respondents > listed.length ? ', …' : ''}`;
  const where = listed.length === 0 ? '' : ` (${names})`;
  return `${respondents.toLocaleString('en')} gave it together with another answer${where}; ${RULES[rule]}.`;
}

/**
 * The check of a question's contradictions; none where no answer of it excludes others.
 * @param excluding labels of the answers that do
 */
export function contradictionCheck(
  excluding: readonly string[],
  contradictions: Contradictions,
  settle: Settle = 'option',
): Finding[] {
  if (excluding.length === 0) return [];
  const text = `${excluding.join(', ')}: ${sayContradictions(contradictions, settle)}`;
  return [{ id: 'contradicted', holds: true, title: 'Contradicted', text, codes: [] }];
}
