import { describe, expect, it } from 'vitest';
import type { Code } from '../codebook/types.js';
import type { SetsColumn } from '../count/column.js';
import { SET_STATE } from '../count/set-state.js';
import type { Combine } from './combine/shape.js';
import { recheck, recheckGroups } from './recheck.js';

const options = [
  { code: 'a', label: 'Apples' },
  { code: 'b', label: 'Beans' },
];
const codes: Code[] = options.map((option) => ({ ...option, missing: null }));
const recipe: Combine = { kind: 'combine', sources: [1, 2], how: 'any', atLeast: 1, options, none: [], base: 'any' };
const held = (...values: number[]) => ({
  column: { kind: 'coded' as const, values: Uint8Array.from(values), codes: ['a', 'b'] },
  codes,
});
const result = (...words: number[]) => {
  const state = Uint8Array.from(words, (word) => (word === 0 ? SET_STATE.blank : SET_STATE.mentioned));
  const column: SetsColumn = { kind: 'sets', words: Uint32Array.from(words), width: 1, state, options: ['a', 'b'] };
  return { column, codes };
};

describe('a result that is worked out again', () => {
  const sources = [held(1, 2, 0), held(2, 2, 0)];

  it('holds where it says what the recipe says, of respondents and of groups of them', () => {
    expect(recheck(recipe, sources, result(3, 2, 0), 3)?.holds).toBe(true);
    const finding = recheckGroups(recipe, sources, result(3, 2, 0), [40, 2, 1000]);
    expect(finding).toMatchObject({ holds: true });
    expect(finding?.text).toContain('all 1,042');
  });

  it('does not where somebody has another answer, with how many that are and who', () => {
    expect(recheck(recipe, sources, result(3, 1, 0), 3)).toMatchObject({ holds: false });
    const finding = recheckGroups(recipe, sources, result(3, 1, 0), [40, 2, 1000]);
    expect(finding).toMatchObject({ holds: false });
    expect(finding?.text).toBe('2 of 1,042 respondents are not where the recipe says: b, b became a.');
  });
});
