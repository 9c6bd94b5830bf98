import { expect, it } from 'vitest';
import { slopeSaid } from './slope-said.js';

it('tells a slope by two figures, however flat it is', () => {
  expect([12.345, -0.234, 0.0031, -0.00000001, 0].map(slopeSaid)).toEqual([
    '12.35',
    '0.23',
    '0.0031',
    '0.000000',
    '0.00',
  ]);
});
