import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SET_STATE } from '../count/set-state.js';
import { wordsFor } from '../count/option-bits.js';
import { alone } from './alike.js';
import { contradictionCheck, settleContradictions } from './contradictions.js';
import { SETTLES } from './settle.js';

const OPTIONS = 36;
const EXCLUSIVE = [3, 35];

/** Sets of what each respondent mentions, some of whom say "none of these" too. */
function setsOf(people: readonly { mentions: readonly number[]; none: boolean }[]) {
  const width = wordsFor(OPTIONS);
  const words = new Uint32Array(people.length * width);
  people.forEach(({ mentions }, k) => mentions.forEach((j) => (words[k * width + (j >> 5)]! |= 1 << (j & 31))));
  const state = Uint8Array.from(people, ({ mentions, none }) =>
    mentions.length > 0 ? SET_STATE.mentioned : none ? SET_STATE.none : SET_STATE.nothing,
  );
  const saidNone = Uint8Array.from(people, ({ none }) => (none ? 1 : 0));
  const of = (k: number) =>
    Array.from({ length: OPTIONS }, (_, j) => j).filter((j) => ((words[k * width + (j >> 5)]! >>> (j & 31)) & 1) === 1);
  return { sets: { words, width, state }, saidNone, of };
}

const person = fc.record({
  mentions: fc.uniqueArray(fc.constantFrom(0, 1, 3, 20, 34, 35), { maxLength: 4 }),
  none: fc.boolean(),
});
const excludes = (j: number) => EXCLUSIVE.includes(j);

describe('an answer that excludes all others, given with another', () => {
  it('is settled by the rule, whoever says what; who does not contradict is left as they are', () => {
    fc.assert(
      fc.property(fc.array(person, { maxLength: 40 }), fc.constantFrom(...SETTLES), (people, rule) => {
        const { sets, saidNone, of } = setsOf(people);
        const before = people.map((_, k) => of(k));
        const settled = settleContradictions(sets, saidNone, EXCLUSIVE, rule, alone([], people.length));
        let contradicting = 0;
        let dropped = 0;
        people.forEach(({ none }, k) => {
          const excluding = before[k]!.filter(excludes).length + (none && before[k]!.length > 0 ? 1 : 0);
          const others = before[k]!.filter((j) => !excludes(j));
          const is = excluding > 1 || (excluding === 1 && others.length > 0);
          const after = of(k);
          dropped += before[k]!.length - after.length;
          if (!is) {
            expect(after).toEqual(before[k]);
            return;
          }
          contradicting++;
          if (rule === 'aside') expect([after, sets.state[k]]).toEqual([[], SET_STATE['no-answer']]);
          else if (rule === 'option' && others.length > 0) expect(after).toEqual(others);
          else if (rule === 'exclusive' && none) expect([after, sets.state[k]]).toEqual([[], SET_STATE.none]);
          else expect(after).toEqual([before[k]!.filter(excludes)[0]]);
        });
        expect(settled).toMatchObject({ respondents: contradicting, dropped });
        expect(settled.listed).toHaveLength(Math.min(12, contradicting));
      }),
    );
  });

  it('is nothing to look for where no answer excludes another', () => {
    const { sets } = setsOf([{ mentions: [0, 1], none: false }]);
    expect(settleContradictions(sets, null, [], 'aside', alone([], 1))).toEqual({
      respondents: 0,
      dropped: 0,
      listed: [],
    });
    expect(contradictionCheck([], { respondents: 0, dropped: 0, listed: [] })).toEqual([]);
  });

  it('is said with the first respondents who give it, and the rule', () => {
    const [check] = contradictionCheck(['None'], { respondents: 14, dropped: 0, listed: [2, 5] });
    expect(check?.text).toBe(
      'None: 14 gave it together with another answer (rows 2, 5, …); there the other answers stand.',
    );
    expect(contradictionCheck(['None'], { respondents: 0, dropped: 0, listed: [] })[0]?.text).toContain(
      'Nobody gave it',
    );
  });
});
