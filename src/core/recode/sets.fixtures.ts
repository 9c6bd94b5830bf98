import type { Code } from '../codebook/types.js';
import type { SetsColumn } from '../count/column.js';
import { wordsFor } from '../count/option-bits.js';
import { SET_STATE } from '../count/set-state.js';
import type { CombineSource } from './combine/compute.js';
import type { InterlockSource } from './interlock/compute.js';

export const OPTIONS = 40;

export const CODES: Code[] = Array.from({ length: OPTIONS }, (_, k) => ({
  code: String(k + 1),
  label: `Crop ${k + 1}`,
  missing: null,
}));

/** A multiple-response question; null did not answer. */
export function asked(answers: readonly (readonly number[] | null)[]): CombineSource {
  const width = wordsFor(OPTIONS);
  const words = new Uint32Array(answers.length * width);
  const state = new Uint8Array(answers.length);
  answers.forEach((set, k) => {
    state[k] = set === null ? SET_STATE.blank : set.length > 0 ? SET_STATE.mentioned : SET_STATE.none;
    for (const option of set ?? []) words[k * width + ((option - 1) >> 5)]! |= 1 << ((option - 1) & 31);
  });
  const column: SetsColumn = { kind: 'sets', words, width, state, options: CODES.map(({ code }) => code) };
  return { title: 'Question', column, codes: CODES };
}

export const part = (title: string, labels: readonly string[], values: readonly number[]): InterlockSource => ({
  title,
  column: { kind: 'coded', codes: [...labels.map((_, k) => String(k + 1)), '9'], values: Uint8Array.from(values) },
  codes: [
    ...labels.map((label, k): Code => ({ code: String(k + 1), label, missing: null })),
    { code: '9', label: 'Refused', missing: 'refused' },
  ],
});
