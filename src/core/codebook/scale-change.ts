import { type Code, isAnswer, type Level } from './types.js';

/** Whether answers that both lists hold stand in another order in the second. */
function isReordered(before: readonly Code[], after: readonly Code[]): boolean {
  const inBoth = (codes: readonly Code[], other: readonly Code[]) =>
    codes
      .filter((code) => isAnswer(code) && other.some((candidate) => candidate.code === code.code))
      .map(({ code }) => code);
  const [old, now] = [inBoth(before, after), inBoth(after, before)];
  return old.some((code, k) => code !== now[k]);
}

/** Whether a change of codes would be a new scale: only of an ordered variable is the order of its codes one. */
export function changesScale(level: Level, before: readonly Code[], after: readonly Code[]): boolean {
  return level === 'ordered' && isReordered(before, after);
}

/**
 * The codes of a change as they are kept where only the order shown is to change: what was changed of them stays, in
 * the order of the scale; what is new stands behind.
 */
export function inScaleOf(before: readonly Code[], after: readonly Code[]): Code[] {
  const place = new Map(before.map(({ code }, k) => [code, k]));
  const at = ({ code }: Code) => place.get(code) ?? before.length;
  return [...after].sort((a, b) => at(a) - at(b));
}
