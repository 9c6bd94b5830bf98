import { expect, it } from 'vitest';
import type { RosterVariable } from '../../api/types.js';
import { canStandAcross, numberAcross } from './pair-of-numbers.js';
import { EMPTY } from './url.js';

const variable = (id: number, level: RosterVariable['level'], countable: boolean) =>
  ({ id, level, countable }) as RosterVariable;
const [AGE, AREA, SITE, NOTE] = [
  variable(1, 'number', true),
  variable(2, 'number', false),
  variable(3, 'unordered', true),
  variable(4, 'text', true),
];
const ALL = [AGE, AREA, SITE, NOTE];
const across = (id: number, by: number[][] = []) => ({ ...EMPTY, rows: [{ variable: id }], by });

it('lets a number of any kind stand across another number alone', () => {
  const offered = (draft: typeof EMPTY) => ALL.filter((own) => canStandAcross(own, draft, ALL)).map(({ id }) => id);
  expect(offered(across(1))).toEqual([1, 2, 3]);
  expect(offered(across(2))).toEqual([1, 3]);
  expect(offered(across(3))).toEqual([1, 3]);
  expect(offered({ ...EMPTY, rows: [{ variable: 1 }, { variable: 3 }] })).toEqual([1, 3]);
  expect(offered({ ...EMPTY, rows: [{ variable: 1, as: 'values' }] })).toEqual([1, 3]);
});

it('finds the number across', () => {
  expect(numberAcross(across(1, [[2]]), ALL)?.id).toBe(2);
  expect(numberAcross(across(1, [[3]]), ALL)).toBeNull();
  expect(numberAcross(across(1, [[1]]), ALL)).toBeNull();
  expect(numberAcross(across(3, [[2]]), ALL)).toBeNull();
  expect(numberAcross(across(1, [[2], [3]]), ALL)).toBeNull();
  expect(numberAcross(across(1, [[2, 3]]), ALL)).toBeNull();
});
