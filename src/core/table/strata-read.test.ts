import { expect, it } from 'vitest';
import { strataRead, titleRead } from './strata-read.js';
import type { Table } from './table.js';

const [all, spring] = [{ base: 7 } as Table, { base: 3 } as Table];
const split = { all, strata: [{ code: '1', label: 'Spring', table: spring }] };

it('reads one stratum by its code, or all of them as one table', () => {
  expect(strataRead(split, { stratum: '1' })?.table).toBe(spring);
  expect(strataRead(split, { together: true })?.table).toBe(all);
  expect(strataRead(split, { stratum: '2' })).toBeNull();
  expect(strataRead(split, {})).toBeNull();
});

it('says behind the title which of them are read', () => {
  expect(titleRead('A by B', split, { stratum: '1' })).toBe('A by B: Spring');
  expect(titleRead('A by B', split, { together: true })).toBe('A by B: all together');
  expect(titleRead('A by B', split, {})).toBe('A by B');
  expect(titleRead('A by B', null, { stratum: '1' })).toBe('A by B');
});
