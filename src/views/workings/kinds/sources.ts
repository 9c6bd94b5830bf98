import type { RosterVariable } from '../../../api/types.js';
import { isAnswer, titleOf } from '../../../core/codebook/types.js';

/** A variable with codes that can be counted. */
export const isCoded = ({ countable, level }: RosterVariable) => countable && level !== 'text';

/** The title of the first source, with what is made of it. */
export const titledBy =
  (words: string) =>
  ([first]: readonly RosterVariable[]): string =>
    first ? `${titleOf(first)}${words}` : '';

/** Answers of several variables, each code once, with the first label that there is. */
export function sharedOptions(variables: readonly RosterVariable[]): { code: string; label: string }[] {
  const labels = new Map<string, string>();
  for (const { codes } of variables)
    for (const code of codes) if (isAnswer(code) && !labels.has(code.code)) labels.set(code.code, code.label);
  return [...labels].map(([code, label]) => ({ code, label }));
}
