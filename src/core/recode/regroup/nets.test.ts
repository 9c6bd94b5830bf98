import { total } from '../../numerics/total.js';
import { byId } from '../../by-id.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { answeredIn, SET_STATE } from '../../count/set-state.js';
import type { SetsColumn } from '../../count/column.js';
import { proveRegroupSets } from './prove-nets.js';
import { regroupSets } from './nets.js';
import type { Regroup } from './shape.js';

const OPTIONS = ['1', '2', '3', '4', '5'];
const CODES = OPTIONS.map((code) => ({ code, label: `Option ${code}`, missing: null }));
/** A question of five options; null: blank. */
function sets(people: readonly (readonly number[] | null)[]): SetsColumn {
  const words = Uint32Array.from(people, (mentions) => (mentions ?? []).reduce((bits, j) => bits | (1 << j), 0));
  const state = Uint8Array.from(people, (mentions) =>
    mentions === null ? SET_STATE.blank : mentions.length > 0 ? SET_STATE.mentioned : SET_STATE.nothing,
  );
  return { kind: 'sets', words, width: 1, state, options: OPTIONS };
}
const nets: Regroup = {
  kind: 'regroup',
  source: 1,
  level: 'unordered',
  groups: [
    { code: '1', label: 'Roots', from: ['1', '2'] },
    { code: '2', label: 'Leaves', from: ['3'] },
  ],
  setAside: ['5'],
};

const standing = (state: Uint8Array) => ({ answered: answeredIn(state), respondents: state.length });

describe('nets over the options of a question', () => {
  it('count a respondent once, and say what is left over', () => {
    const column = sets([[0, 1], [1, 2], [4], [], null, [3]]);
    const result = regroupSets(nets, CODES, column);
    expect(result.mentioned).toEqual([2, 1]);
    expect([...result.column.words]).toEqual([1, 3, 0, 0, 0, 0]);
    const { mentioned, none, nothing, blank } = SET_STATE;
    expect([...result.column.state]).toEqual([mentioned, mentioned, none, nothing, blank, none]);
    const proof = proveRegroupSets(nets, CODES, result, standing(column.state));
    expect(proof.holds).toBe(false);
    expect(byId(proof.findings, 'left-over')?.text).toContain('4 Option 4 is in no group: 1 mentions would be lost');
    expect(byId(proof.findings, 'reconciled')?.text).toContain('4 mentions before are 3 after');
    const own = regroupSets({ ...nets, unnamed: 'own' }, CODES, column);
    expect(own.made.codes.map(({ label }) => label)).toEqual(['Roots', 'Leaves', 'Option 4']);
    expect(proveRegroupSets({ ...nets, unnamed: 'own' }, CODES, own, standing(column.state)).holds).toBe(true);
  });

  it('never exceed the base nor their parts together, and are at least the largest of these', () => {
    const person = fc.oneof(fc.constant(null), fc.subarray([0, 1, 2, 3, 4]));
    const group = fc.subarray(OPTIONS, { minLength: 1 });
    fc.assert(
      fc.property(fc.array(person, { maxLength: 80 }), group, (people, from) => {
        const column = sets(people);
        const recipe: Regroup = { ...nets, groups: [{ code: '1', label: 'Net', from }], setAside: [], unnamed: 'own' };
        const { mentioned, before } = regroupSets(recipe, CODES, column);
        const parts = from.map((code) => before[OPTIONS.indexOf(code)]!);
        const base = people.filter((mentions) => mentions !== null).length;
        expect(mentioned[0]).toBeLessThanOrEqual(base);
        expect(mentioned[0]).toBeLessThanOrEqual(total(parts));
        expect(mentioned[0]).toBeGreaterThanOrEqual(Math.max(...parts));
        expect(mentioned[0]).toBe(
          people.filter((mentions) => mentions?.some((j) => from.includes(OPTIONS[j]!))).length,
        );
        // A group for each option is the question itself.
        const each = regroupSets(
          { ...nets, groups: CODES.map(({ code, label }) => ({ code, label, from: [code] })), setAside: [] },
          CODES,
          column,
        );
        expect(each.column.words).toEqual(column.words);
      }),
    );
  });
});
