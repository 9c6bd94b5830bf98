import { SET_STATE } from '../../count/set-state.js';
import { all, any, flag, holds, is, not, oneOf, part, plus, when, whole } from '../build.js';
import { type LinkedColumn, mentions } from '../column.js';
import type { Scalar } from '../expression.js';
import { own } from '../source.js';

/** A question from slots, and the slots in the order of mention. */
interface Slots {
  id: number;
  options: readonly string[];
  slots: readonly { id: number; codes: readonly string[] }[];
}

const at = (slot: number) => own(`p${slot}`);
const isNew = (slot: number) => own(`n${slot}`);

/**
 * The places at which a question's options are mentioned, as parts of a column that is not kept: of each slot which
 * option stands there that is a mention (`p`), whether it is the first time (`n`), and the how-manieth mention it is
 * (`c`).
 */
export function placesColumn({ id, options, slots }: Slots): LinkedColumn {
  const isMentioned = is(part(id, 'state'), SET_STATE.mentioned);
  const parts: Record<string, Scalar> = {};
  slots.forEach((slot, s) => {
    const byOption = options.flatMap((option, k) => {
      const place = slot.codes.indexOf(option);
      return place < 0
        ? []
        : [[all([isMentioned, oneOf(part(slot.id, 'place'), [place + 1]), mentions(id, k)]), whole(k + 1)] as const];
    });
    parts[`p${s}`] = when(byOption, whole(0));
    const before = slots.slice(0, s).map((_, t) => flagSame(s, t));
    parts[`n${s}`] = flag(all([not(is(at(s), 0)), not(any(before))]));
    parts[`c${s}`] = plus(slots.slice(0, s + 1).map((_, t) => isNew(t)));
  });
  return { kind: 'coded', codes: [], parts };
}

const flagSame = (slot: number, before: number) =>
  ({ is: 'compare', sign: '=', left: at(slot), right: at(before) }) as const;

/** Whether an option is the first that is mentioned, and which place it has; both of `placesColumn`. */
export function mentionOf(option: number, slots: number): { first: Scalar; rank: Scalar } {
  const inSlots = Array.from({ length: slots }, (_, s) => ({
    isHere: all([holds(isNew(s)), is(at(s), option + 1)]),
    count: own(`c${s}`),
  }));
  return {
    first: flag(any(inSlots.map(({ isHere, count }) => all([isHere, is(count, 1)])))),
    rank: plus(inSlots.map(({ isHere, count }) => when([[isHere, count]], whole(0)))),
  };
}
