import { expect, it } from 'vitest';
import { inkOf } from './ink.js';

it('hatches by direction and strength, and nothing that chance gives', () => {
  expect([inkOf(2, 0.2), inkOf(3, 0.01), inkOf(9, 1e-9), inkOf(-3, 0.01), inkOf(-9, 1e-9)]).toEqual([
    null,
    'more1',
    'more2',
    'fewer1',
    'fewer2',
  ]);
});
