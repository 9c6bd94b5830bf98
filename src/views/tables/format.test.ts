import { expect, it } from 'vitest';
import { figure } from './format.js';

it('prints a figure of a number whole where it is, else with two decimals', () => {
  expect([figure(1234), figure(0.5), figure(null)]).toEqual(['1,234', '0.50', '·']);
});
