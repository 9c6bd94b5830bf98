import { describe, expect, it } from 'vitest';
import { followedItem, followedCodes, withCodeInNet } from './edit-nets.js';

const ROOTS = { label: 'Roots', codes: ['1', '2'] };
const FOOD = { label: 'Food', codes: ['1', '2', '3'] };
const REST = { label: 'Rest', codes: ['4', '5'] };

describe('a category that is let go on a net', () => {
  it('is in it and in those around it, and in no other', () => {
    expect(withCodeInNet([ROOTS, FOOD, REST], 'Roots', '4')).toEqual([
      { label: 'Roots', codes: ['1', '2', '4'] },
      { label: 'Food', codes: ['1', '2', '3', '4'] },
      { label: 'Rest', codes: ['5'] },
    ]);
    expect(withCodeInNet([FOOD, REST], 'Rest', '1').map(({ codes }) => codes.join(''))).toEqual(['23', '451']);
  });

  it('leaves no net empty, and no two of the same categories', () => {
    expect(withCodeInNet([{ label: 'Last', codes: ['5'] }, ROOTS], 'Roots', '5')).toEqual([
      { label: 'Roots', codes: ['1', '2', '5'] },
    ]);
    expect(withCodeInNet([FOOD, ROOTS], 'Roots', '3')).toEqual([FOOD]);
  });

  it('changes nothing where it is there already, or the net is not', () => {
    expect(withCodeInNet([ROOTS], 'Roots', '1')).toEqual([ROOTS]);
    expect(withCodeInNet([ROOTS], 'Gone', '1')).toEqual([ROOTS]);
  });
});

describe('where categories become others', () => {
  const became = new Map([
    ['1', '1'],
    ['2', '2'],
    ['3', '2'],
    ['5', '3'],
  ]);

  it('nets keep what is wholly theirs, and go where nothing is', () => {
    const item = { variable: 7, nets: [ROOTS, FOOD, { label: 'Last', codes: ['4'] }], counted: ['none' as const] };
    expect(followedItem(item, 9, became)).toEqual({
      variable: 9,
      nets: [
        { label: 'Roots', codes: ['1'] },
        { label: 'Food', codes: ['1', '2'] },
      ],
    });
    expect(followedItem({ variable: 7 }, 9, became)).toEqual({ variable: 9 });
  });

  it('names go along, where it is still one category', () => {
    const named = (variable: number, code: string) => ({ variable, code, label: 'Called so' });
    expect(followedCodes([named(7, '5'), named(7, '2'), named(7, '4'), named(8, '2')], 7, 9, became)).toEqual([
      named(9, '3'),
      named(8, '2'),
    ]);
    expect(followedCodes(undefined, 7, 9, became)).toEqual([]);
  });
});
