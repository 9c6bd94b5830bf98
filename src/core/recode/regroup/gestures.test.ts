import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { codesAfter, type Gesture, gestured, regroupOf } from './gestures.js';
import type { Regroup } from './shape.js';

const headings = ['1', '2', '3', '4'].map((code) => ({ code, label: `Label ${code}` }));
const begun = regroupOf(7, 'ordered', headings);
const labels = ({ groups }: Regroup) => groups.map(({ label }) => label);
const codes = fc.constantFrom('1', '2', '3', '4', '9');
const gestures: fc.Arbitrary<Gesture> = fc.oneof(
  fc.record({ is: fc.constant('merge' as const), code: codes, into: codes }),
  fc.record({ is: fc.constant('move' as const), code: codes, before: fc.option(codes) }),
  fc.record({ is: fc.constant('set-aside' as const), code: codes }),
);

describe('gestures on the headings of a table', () => {
  it('merge one into another, in the order in which they stood', () => {
    const recipe = gestured(begun, { is: 'merge', code: '3', into: '1' });
    expect(recipe.groups).toEqual([
      { code: '1', label: 'Label 1 / Label 3', from: ['1', '3'] },
      { code: '2', label: 'Label 2', from: ['2'] },
      { code: '3', label: 'Label 4', from: ['4'] },
    ]);
  });

  it('move one before another, or to the end', () => {
    expect(labels(gestured(begun, { is: 'move', code: '4', before: '2' }))).toEqual([
      'Label 1',
      'Label 4',
      'Label 2',
      'Label 3',
    ]);
    expect(labels(gestured(begun, { is: 'move', code: '1', before: null }))).toEqual([
      'Label 2',
      'Label 3',
      'Label 4',
      'Label 1',
    ]);
  });

  it('set one aside', () => {
    expect(gestured(begun, { is: 'set-aside', code: '2' })).toMatchObject({
      setAside: ['2'],
      groups: [{ label: 'Label 1' }, { label: 'Label 3', from: ['3'] }, { label: 'Label 4' }],
    });
  });

  it('say under which code each group is then', () => {
    const merged = { is: 'merge', code: '3', into: '1' } as const;
    expect([...codesAfter(begun, merged)]).toEqual([
      ['1', '1'],
      ['2', '2'],
      ['3', '1'],
      ['4', '3'],
    ]);
    fc.assert(
      fc.property(gestures, (gesture) => {
        const after = gestured(begun, gesture).groups;
        for (const [before, code] of codesAfter(begun, gesture))
          expect(after.find((group) => group.code === code)?.from).toContain(before);
      }),
    );
  });

  it('take along the group that blanks go to', () => {
    const blank: Regroup = { ...begun, blank: { group: '4' } };
    expect(gestured(blank, { is: 'move', code: '4', before: '1' }).blank).toEqual({ group: '1' });
    expect(gestured(blank, { is: 'merge', code: '4', into: '2' }).blank).toEqual({ group: '2' });
    expect(gestured(blank, { is: 'set-aside', code: '4' }).blank).toBeUndefined();
    // And the one that everything else goes to.
    const rest: Regroup = { ...begun, unnamed: { group: '4' } };
    expect(gestured(rest, { is: 'move', code: '4', before: '1' }).unnamed).toEqual({ group: '1' });
    expect(gestured(rest, { is: 'merge', code: '4', into: '2' }).unnamed).toEqual({ group: '2' });
    expect(gestured(rest, { is: 'set-aside', code: '4' }).unnamed).toBeUndefined();
  });

  it('never lose a code nor have one twice, whatever is done', () => {
    fc.assert(
      fc.property(fc.array(gestures, { maxLength: 12 }), (all) => {
        const recipe = all.reduce(gestured, begun);
        const named = [...recipe.groups.flatMap(({ from }) => from), ...recipe.setAside];
        expect([...named].sort()).toEqual(['1', '2', '3', '4']);
        expect(recipe.groups.map(({ code }) => code)).toEqual(recipe.groups.map((_, k) => String(k + 1)));
      }),
    );
  });
});
