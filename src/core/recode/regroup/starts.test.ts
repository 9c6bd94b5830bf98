import { describe, expect, it } from 'vitest';
import type { Code } from '../../codebook/types.js';
import { proveRegroup } from './prove.js';
import { regroup } from './compute.js';
import { startRegroup, STARTS } from './starts.js';
import type { Regroup } from './shape.js';

const SATISFACTION: Code[] = [
  { code: '1', label: 'Very satisfied', missing: null },
  { code: '2', label: 'Fairly satisfied', missing: null },
  { code: '3', label: 'Neither', missing: null },
  { code: '4', label: 'Fairly dissatisfied', missing: null },
  { code: '5', label: 'Very dissatisfied', missing: null },
  { code: '8', label: "Don't know", missing: 'dont-know' },
  { code: '9', label: 'Refused', missing: 'refused' },
];

const COUNTS = new Map([
  ['1', 566],
  ['2', 712],
  ['3', 317],
  ['4', 267],
  ['5', 172],
  ['8', 96],
  ['9', 187],
]);

const BLANK = 18;

const three: Regroup = {
  kind: 'regroup',
  source: 1,
  level: 'ordered',
  groups: [
    { code: '1', label: 'Satisfied', from: ['1', '2'] },
    { code: '2', label: 'Neither', from: ['3'] },
    { code: '3', label: 'Dissatisfied', from: ['4', '5'] },
  ],
  setAside: [],
};

const prove = (recipe: Regroup) => proveRegroup(recipe, SATISFACTION, COUNTS, BLANK);

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
