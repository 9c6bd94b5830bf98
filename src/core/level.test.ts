import { expect, it } from 'vitest';
import { levelOf } from './level.js';

it('the level of a confidence is the number that is meant', () => {
  expect([0.9, 0.95, 0.99, 0.999].map(levelOf)).toEqual([0.1, 0.05, 0.01, 0.001]);
});
