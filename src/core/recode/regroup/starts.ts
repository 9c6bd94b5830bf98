import { type Code, isAnswer } from '../../codebook/types.js';
import type { Group } from './shape.js';

export const STARTS = ['each', 'reverse', 'halves', 'ends'] as const;
/** Ways to begin a regroup. */
export type Start = (typeof STARTS)[number];

const numbered = (groups: readonly Omit<Group, 'code'>[]): Group[] =>
  groups.map((group, k) => ({ code: String(k + 1), ...group }));

/** What categories are called that become one. */
export const joinedLabel = (parts: readonly { code: string; label: string }[]) =>
  parts.map(({ label, code }) => label || code).join(' / ');

const joined = (codes: readonly Code[]): Omit<Group, 'code'> => ({
  label: joinedLabel(codes),
  from: codes.map(({ code }) => code),
});

/**
 * Groups to begin with: each answer its own; the same in reverse; two halves; or the first two, the middle and the
 * last two.
 */
export function startRegroup(start: Start, source: readonly Code[]): Group[] {
  const answers = source.filter(isAnswer);
  if (start === 'each') return numbered(answers.map((code) => joined([code])));
  if (start === 'reverse') return numbered([...answers].reverse().map((code) => joined([code])));
  const parts =
    start === 'halves'
      ? [answers.slice(0, Math.ceil(answers.length / 2)), answers.slice(Math.ceil(answers.length / 2))]
      : [answers.slice(0, 2), answers.slice(2, -2), answers.slice(Math.max(2, answers.length - 2))];
  return numbered(parts.filter((codes) => codes.length > 0).map(joined));
}
