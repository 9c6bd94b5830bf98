import { describe, expect, it } from 'vitest';
import { inkOf } from './ink.js';
import { figure, percent } from './format.js';

describe('cells', () => {
  it('are hatched by direction and strength, and not at all by chance', () => {
    expect([inkOf(2, 0.2), inkOf(3, 0.01), inkOf(9, 1e-9), inkOf(-3, 0.01), inkOf(-9, 1e-9)]).toEqual([
      null,
      'more1',
      'more2',
      'fewer1',
      'fewer2',
    ]);
  });
  it('print figures that line up', () => {
    expect([percent(0.12345), percent(null), percent(1)]).toEqual(['12.3', '·', '100.0']);
    expect([figure(1234), figure(0.5), figure(null)]).toEqual(['1,234', '0.50', '·']);
  });
});
