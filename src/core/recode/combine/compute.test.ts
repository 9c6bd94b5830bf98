import { total } from '../../numerics/total.js';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../../by-id.js';
import type { CodedColumn } from '../../count/column.js';
import { SET_STATE } from '../../count/set-state.js';
import { asked, CODES, OPTIONS } from '../sets.fixtures.js';
import { checkCombine } from './check.js';
import { combine, type Combined, combined, type CombineSource, differencesOf } from './compute.js';
import { proveCombine } from './prove.js';
import type { Combine } from './shape.js';

/** The sets of a result, with null where nobody answered. */
function sets({ column: { words, width, state } }: Combined): (number[] | null)[] {
  return [...state].map((value, k) => {
    if (value === SET_STATE.blank) return null;
    return CODES.flatMap((_, j) => ((words[k * width + (j >> 5)]! >>> (j & 31)) & 1 ? [j + 1] : []));
  });
}

const recipe = (more: Partial<Combine> = {}): Combine => ({
  kind: 'combine',
  sources: [1, 2],
  how: 'any',
  atLeast: 1,
  options: CODES,
  none: [],
  base: 'any',
  ...more,
});

const run = (more: Partial<Combine>, ...answers: (readonly (readonly number[] | null)[])[]) => {
  const combining = recipe({ sources: answers.map((_, k) => k + 1), ...more });
  const sources = answers.map(asked);
  const result = combine(combining, sources, answers[0]!.length);
  return { result, sets: sets(result), proof: proveCombine(combining, result, sources) };
};

describe('combine', () => {
  const first = [[1, 2], [33], [], null, null];
  const second = [[2, 40], [1], [5], [7], null];

  it('takes what is mentioned in any, in all, in the first alone, in enough of them', () => {
    expect(run({ how: 'any' }, first, second).sets).toEqual([[1, 2, 40], [1, 33], [5], [7], null]);
    expect(run({ how: 'all' }, first, second).sets).toEqual([[2], [], [], [], null]);
    expect(run({ how: 'first-only' }, first, second).sets).toEqual([[1], [33], [], [], null]);
    expect(run({ how: 'at-least', atLeast: 2 }, first, second, first).sets).toEqual([[1, 2], [33], [], [], null]);
  });

  it('works "none of these" out from the result, and can ask for all answers', () => {
    const { result, proof } = run({ how: 'all' }, first, second);
    expect([...result.column.state]).toEqual([
      SET_STATE.mentioned,
      SET_STATE.none,
      SET_STATE.none,
      SET_STATE.none,
      SET_STATE.blank,
    ]);
    expect(byId(proof.findings, 'contradicted')?.text).toContain('3 of 4 respondents who answered');
    expect(run({ how: 'all', base: 'all' }, first, second).sets).toEqual([[2], [], [], null, null]);
    expect(proof.holds).toBe(true);
  });

  it('takes single answers too, and says which answers are no option', () => {
    const column: CodedColumn = { kind: 'coded', codes: ['1', 'zz', '99'], values: Uint8Array.of(1, 2, 3, 0, 1) };
    const single: CombineSource = {
      title: 'Main crop',
      column,
      codes: [...CODES, { code: '99', label: 'Refused', missing: 'refused' }],
    };
    const result = combine(recipe(), [asked(first), single], 5);
    expect(sets(result)).toEqual([[1, 2], [33], [], null, [1]]);
    const proof = proveCombine(recipe(), result, [asked(first), single]);
    expect(byId(proof.findings, 'left-over')).toMatchObject({ holds: false });
  });

  it('does not carry "none of these" over', () => {
    const column: CodedColumn = { kind: 'coded', codes: ['1', '6'], values: Uint8Array.of(2, 1, 2) };
    const single: CombineSource = { title: 'Main crop', column, codes: CODES };
    const combining = recipe({ options: CODES.filter(({ code }) => code !== '6'), none: ['6'] });
    const result = combine(combining, [single, asked([[6], [2], [3]])], 3);
    expect(sets(result)).toEqual([[], [1, 2], [3]]);
    expect([result.none, result.mentions, result.contradicted, ...result.others]).toEqual([1, 2, 1, 0, 0]);
    expect(() => checkCombine({ ...combining, none: ['1'] })).toThrow('1 is an option and “none of these” at once');
  });

  it('tells where two variables call a code differently', () => {
    const other = CODES.map((code) => (code.code === '3' ? { ...code, label: 'Leeks' } : code)).slice(0, 39);
    expect(differencesOf([CODES, other])).toEqual([
      { code: '3', labels: ['Crop 3', 'Leeks'] },
      { code: '40', labels: ['Crop 40', null] },
    ]);
  });

  it('obeys the laws of sets', () => {
    const answers = fc.array(fc.option(fc.uniqueArray(fc.integer({ min: 1, max: OPTIONS }), { maxLength: 6 })), {
      minLength: 12,
      maxLength: 12,
    });
    fc.assert(
      fc.property(answers, answers, (a, b) => {
        const has = (set: readonly number[] | null | undefined, option: number) => (set ?? []).includes(option);
        const any = run({ how: 'any' }, a, b).sets;
        const all = run({ how: 'all' }, a, b).sets;
        const onlyA = run({ how: 'first-only' }, a, b).sets;
        const onlyB = run({ how: 'first-only' }, b, a).sets;
        expect(run({ how: 'any' }, b, a).sets).toEqual(any);
        expect(run({ how: 'all' }, b, a).sets).toEqual(all);
        expect(run({ how: 'at-least', atLeast: 1 }, a, b).sets).toEqual(any);
        expect(run({ how: 'at-least', atLeast: 2 }, a, b).sets).toEqual(all);
        expect(run({ how: 'any' }, a, a).sets).toEqual(
          a.map((set) => (set === null ? null : [...set].sort((x, y) => x - y))),
        );
        any.forEach((set, k) => {
          for (let option = 1; option <= OPTIONS; option++) {
            const [p, q] = [has(a[k], option), has(b[k], option)];
            expect([has(set, option), has(all[k], option), has(onlyA[k], option)]).toEqual([p || q, p && q, p && !q]);
            // What is in either is in both, or in one alone.
            expect(Number(has(all[k], option)) + Number(has(onlyA[k], option)) + Number(has(onlyB[k], option))).toBe(
              Number(p || q),
            );
          }
        });
      }),
      { numRuns: 40 },
    );
  });

  it('counts what it made', () => {
    const { result } = run({ how: 'any' }, first, second);
    expect(total(result.mentioned)).toBe(7);
    expect(result.sources.map(({ answered }) => answered)).toEqual([3, 4]);
    expect(combined(recipe()).level).toBe('multiple');
    expect(() => checkCombine(recipe({ sources: [1] }))).toThrow('Two variables or more');
    expect(() => checkCombine(recipe({ sources: [1, 1] }))).toThrow('chosen twice');
    expect(() => checkCombine(recipe({ options: [] }))).toThrow('0 categories');
    expect(() => checkCombine(recipe({ how: 'at-least', atLeast: 3 }))).toThrow('in 3 of 2 variables');
    expect(() => checkCombine(recipe({ options: [CODES[0]!, { ...CODES[1]!, label: 'crop 1' }] }))).toThrow(
      'both called',
    );
  });
});
