import { describe, expect, it } from 'vitest';
import { prove, SATISFACTION, three } from '../satisfaction.fixtures.js';
import { regroup } from './compute.js';
import { startRegroup, STARTS } from './starts.js';

describe('ways to begin', () => {
  it('always cover every answer once', () => {
    for (const start of STARTS) {
      const groups = startRegroup(start, SATISFACTION);
      expect(prove({ ...three, groups }).holds, start).toBe(true);
    }
  });
  it('reverse twice to the original', () => {
    const once = startRegroup('reverse', SATISFACTION);
    const codes = regroup({ ...three, groups: once }, SATISFACTION).codes;
    const twice = startRegroup('reverse', codes);
    expect(twice.map(({ label }) => label)).toEqual(SATISFACTION.slice(0, 5).map(({ label }) => label));
  });
  it('make two halves, or two ends with a middle', () => {
    expect(startRegroup('halves', SATISFACTION).map(({ from }) => from)).toEqual([
      ['1', '2', '3'],
      ['4', '5'],
    ]);
    expect(startRegroup('ends', SATISFACTION).map(({ from }) => from)).toEqual([['1', '2'], ['3'], ['4', '5']]);
    expect(startRegroup('ends', SATISFACTION.slice(0, 3)).map(({ from }) => from)).toEqual([['1', '2'], ['3']]);
  });
});
