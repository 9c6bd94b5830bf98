import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CodedColumn, SetsColumn } from '../../count/column.js';
import { SET_STATE } from '../../count/set-state.js';
import { interlockSets } from './sets.js';
import { proveInterlockSets } from './prove-sets.js';
import type { Interlock } from './shape.js';

const code = (at: string) => ({ code: at, label: `L${at}`, missing: null });
const GROUPS = [code('1'), code('2'), { ...code('9'), missing: 'refused' as const }];
const OPTIONS = [code('a'), code('b'), code('c')];
const recipe: Interlock = { kind: 'interlock', sources: [1, 2], between: ' · ', empty: true };

function parts(groups: readonly number[], mentions: readonly (readonly number[])[]) {
  const coded: CodedColumn = { kind: 'coded', values: Uint8Array.from(groups), codes: ['1', '2', '9'] };
  const words = Uint32Array.from(mentions, (item) => item.reduce((bits, j) => bits | (1 << j), 0));
  const state = Uint8Array.from(mentions, (item) => (item.length > 0 ? SET_STATE.mentioned : SET_STATE.nothing));
  const sets: SetsColumn = { kind: 'sets', words, width: 1, state, options: ['a', 'b', 'c'] };
  return [
    { title: 'Group', column: coded, codes: GROUPS },
    { title: 'Question', column: sets, codes: OPTIONS },
  ];
}

describe('a question within groups', () => {
  it('has an option for each combination; who has no answer to the group has none to the whole', () => {
    const result = interlockSets(recipe, parts([1, 2, 3, 0, 1], [[0, 1], [2], [0], [1], []]), 5);
    expect(result.made.codes.map(({ label }) => label)).toEqual([
      'L1 · La',
      'L1 · Lb',
      'L1 · Lc',
      'L2 · La',
      'L2 · Lb',
      'L2 · Lc',
    ]);
    expect(result.mentioned).toEqual([1, 1, 0, 0, 0, 1]);
    const { mentioned, 'no-answer': noAnswer, nothing } = SET_STATE;
    expect([...result.column.state]).toEqual([mentioned, mentioned, noAnswer, noAnswer, nothing]);
    expect(proveInterlockSets(result)).toMatchObject({ holds: true });
    const dropped = interlockSets({ ...recipe, empty: false }, parts([1], [[0]]), 1);
    expect(dropped.column.options).toEqual(['1.a']);
  });

  it('has its parts for margins', () => {
    const person = fc.tuple(fc.integer({ min: 0, max: 3 }), fc.subarray([0, 1, 2]));
    fc.assert(
      fc.property(fc.array(person, { maxLength: 60 }), (people) => {
        const result = interlockSets(
          recipe,
          parts(
            people.map(([g]) => g),
            people.map(([, mentions]) => mentions),
          ),
          people.length,
        );
        for (const [j, { code: option }] of OPTIONS.entries()) {
          const all = result.made.codes.reduce(
            (sum, item, k) => sum + (item.code.endsWith(`.${option}`) ? result.mentioned[k]! : 0),
            0,
          );
          expect(all).toBe(people.filter(([g, mentions]) => (g === 1 || g === 2) && mentions.includes(j)).length);
        }
        expect(proveInterlockSets(result).holds).toBe(true);
      }),
    );
  });

  it('is refused for two questions', () => {
    const [, question] = parts([1], [[0]]);
    expect(() => interlockSets(recipe, [question!, question!], 1)).toThrow('both multiple-response questions');
  });
});
