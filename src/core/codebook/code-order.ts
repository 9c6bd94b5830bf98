import { compareCodes } from './number.js';
import { type Code, isAnswer } from './types.js';

/** Ways to put the codes of a list in order, other than by hand. */
export const CODE_ORDERS = ['value', 'frequency', 'reversed', 'average'] as const;
export type CodeOrderKind = (typeof CODE_ORDERS)[number];

/** An order with what it goes by: respondents of each code, or the average of another variable among them. */
export type CodeOrder =
  | { is: 'value' }
  | { is: 'reversed' }
  | { is: 'frequency'; respondents: ReadonlyMap<string, number> }
  | { is: 'average'; means: ReadonlyMap<string, number> };

function sorted(answers: readonly Code[], order: CodeOrder): Code[] {
  const codes = [...answers];
  if (order.is === 'reversed') return codes.reverse();
  if (order.is === 'value') return codes.sort((a, b) => compareCodes(a.code, b.code));
  if (order.is === 'frequency') {
    const of = ({ code }: Code) => order.respondents.get(code) ?? 0;
    return codes.sort((a, b) => of(b) - of(a));
  }
  // A code that nobody has, or nobody with a number beside it, has no average and goes behind.
  const of = ({ code }: Code) => order.means.get(code) ?? -Infinity;
  return codes.sort((a, b) => (of(a) === of(b) ? 0 : of(b) - of(a)));
}

/**
 * The codes of a list in another order: by value upwards, by frequency or average downwards, or the other way round.
 * Codes that are no answers stay behind those that are, as they stood. Ties keep their order.
 */
export function orderCodes(codes: readonly Code[], order: CodeOrder): Code[] {
  return [...sorted(codes.filter(isAnswer), order), ...codes.filter((code) => !isAnswer(code))];
}

/**
 * Puts one code in the place of another, which makes room for it.
 * @example
 * const codes = ['1', '2', '3'].map((code) => ({ code, label: code, missing: null }));
 * moveCode(codes, 0, 2).map(({ code }) => code); // ['2', '3', '1']
 */
export function moveCode(codes: readonly Code[], from: number, to: number): Code[] {
  const moved = codes[from];
  if (!moved || to < 0 || to >= codes.length) return [...codes];
  const others = codes.filter((_, k) => k !== from);
  return [...others.slice(0, to), moved, ...others.slice(to)];
}
