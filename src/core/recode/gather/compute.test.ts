import { describe, expect, it } from 'vitest';
import type { CodedColumn } from '../../count/column.js';
import { SET_STATE } from '../../count/set-state.js';
import { finding, three } from '../satisfaction.fixtures.js';
import { sourcesOf } from '../sources.js';
import { checkGather } from './check.js';
import { gather, gathered } from './compute.js';
import { proveGather } from './prove.js';
import type { Gather } from './shape.js';

describe('gather', () => {
  const column = (values: number[]): CodedColumn => ({
    kind: 'coded',
    values: Uint8Array.from(values),
    codes: ['1', '2', '9'],
  });
  const recipe: Gather = {
    kind: 'gather',
    items: [
      { source: 1, label: 'Beans', ticked: '1' },
      { source: 2, label: 'Onions', ticked: '1' },
    ],
    none: { source: 3, label: 'None of these', ticked: '1' },
  };
  // Both; beans; nothing; none; blank; only missing codes; beans and none at once.
  const sources = [
    { column: column([1, 1, 2, 2, 0, 3, 1]), missing: ['9'] },
    { column: column([1, 2, 2, 2, 0, 3, 2]), missing: ['9'] },
    { column: column([2, 2, 2, 1, 0, 3, 1]), missing: ['9'] },
  ];
  const result = gather(recipe, sources, 7);

  it('keeps apart who mentioned, chose none, ticked nothing, and left it blank', () => {
    expect([...result.column.state]).toEqual([
      SET_STATE.mentioned,
      SET_STATE.mentioned,
      SET_STATE.nothing,
      SET_STATE.none,
      SET_STATE.blank,
      SET_STATE['no-answer'],
      SET_STATE.mentioned,
    ]);
    expect([...result.column.words]).toEqual([3, 1, 0, 0, 0, 0, 1]);
  });

  it('counts each column, and contradictions', () => {
    expect(result.options).toEqual([
      { ticked: 3, unticked: 2, missing: 1, blank: 1 },
      { ticked: 1, unticked: 4, missing: 1, blank: 1 },
    ]);
    expect(result.none).toBe(2);
    expect(result.contradictions).toEqual({ respondents: 1, dropped: 0, listed: [7] });
  });

  it('proves that ticks are mentions', () => {
    const proof = proveGather(recipe, result);
    expect(proof.holds).toBe(true);
    expect(finding(proof, 'reconciled')?.text).toBe(
      '4 ticks in the columns, 4 mentions in the question, by 3 of 5 respondents who answered.',
    );
    expect(finding(proof, 'none-said')?.text).toBe('2 respondents say it.');
    expect(finding(proof, 'contradicted')?.text).toBe(
      'None of these: 1 gave it together with another answer (row 7); there the other answers stand.',
    );
  });

  it('does not hold where nobody ticked a column: the code may be wrong', () => {
    const wrong = { ...recipe, items: recipe.items.map((item) => ({ ...item, ticked: '7' })) };
    const proof = proveGather(wrong, gather(wrong, sources, 7));
    expect(proof.holds).toBe(false);
    expect(finding(proof, 'covered')?.text).toContain('Nobody ticked Beans, Onions: is 7 the code');
  });

  it('settles who says "none" with an option by the rule: it stands alone, or there is no answer', () => {
    const alone = gather({ ...recipe, settle: 'exclusive' }, sources, 7);
    expect([alone.column.state[6], alone.column.words[6], alone.mentioned]).toEqual([SET_STATE.none, 0, [2, 1]]);
    const aside = gather({ ...recipe, settle: 'aside' }, sources, 7);
    expect([aside.column.state[6], aside.column.words[6]]).toEqual([SET_STATE['no-answer'], 0]);
    for (const [settle, result] of [
      ['exclusive', alone],
      ['aside', aside],
    ] as const) {
      const proof = proveGather({ ...recipe, settle }, result);
      expect(proof.holds).toBe(true);
      expect(finding(proof, 'reconciled')?.text).toContain('3 mentions in the question and 1 that contradict');
    }
  });

  it('takes an option that excludes all others, several codes for ticked, and who was not asked', () => {
    const codes = ['Yes', 'yes', 'TRUE', 'no', '77'];
    const of = (...values: string[]): CodedColumn => ({
      kind: 'coded',
      values: Uint8Array.from(values, (code) => codes.indexOf(code) + 1),
      codes,
    });
    const asked = (...values: string[]) => ({ column: of(...values), missing: ['77'], notAsked: ['77'] });
    const mixed: Gather = {
      kind: 'gather',
      items: [
        { source: 1, label: 'Beans', ticked: 'Yes', also: ['yes', 'TRUE'] },
        { source: 2, label: 'Don’t know', ticked: 'TRUE', exclusive: true },
      ],
      none: null,
      settle: 'exclusive',
    };
    const crops = gather(
      mixed,
      [asked('Yes', 'yes', 'TRUE', 'no', '77', ''), asked('no', 'TRUE', '', 'no', '77', '')],
      6,
    );
    expect([...crops.column.words]).toEqual([1, 2, 1, 0, 0, 0]);
    expect([...crops.column.state].slice(3)).toEqual([SET_STATE.nothing, SET_STATE['not-asked'], SET_STATE.blank]);
    expect(crops.contradictions).toEqual({ respondents: 1, dropped: 1, listed: [2] });
    expect(proveGather(mixed, crops).holds).toBe(true);
  });

  it('refuses what cannot be a question', () => {
    expect(() => checkGather({ ...recipe, items: recipe.items.slice(0, 1) })).toThrow('1 option here');
    expect(() => checkGather({ ...recipe, items: [recipe.items[0]!, recipe.items[0]!] })).toThrow('same column');
    expect(() =>
      checkGather({ ...recipe, items: [recipe.items[0]!, { ...recipe.items[1]!, label: 'beans' }] }),
    ).toThrow('called "beans"');
    expect(() => checkGather({ ...recipe, items: [recipe.items[0]!, { ...recipe.items[1]!, ticked: '' }] })).toThrow(
      'does not say',
    );
    expect(() => checkGather(recipe)).not.toThrow();
  });

  it('codes the options 1, 2, ... and knows its sources', () => {
    expect(gathered(recipe)).toEqual({
      level: 'multiple',
      codes: [
        { code: '1', label: 'Beans', missing: null },
        { code: '2', label: 'Onions', missing: null },
      ],
    });
    expect(sourcesOf(recipe)).toEqual([1, 2, 3]);
    expect(sourcesOf(three)).toEqual([1]);
  });
});
