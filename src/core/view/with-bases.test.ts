import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { tableOf } from '../table/survey.fixtures.js';
import { viewOfTable } from './table-view.js';
import { extrasOf } from './whole-view.js';
import { leastCompared, withBases } from './with-bases.js';

const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
const all = [
  ...Array.from({ length: 12 }, (_, k) => ({ ...person, answer: 1 + (k % 3) })),
  ...Array.from({ length: 5 }, (_, k) => ({ ...person, group: 2, answer: 1 + (k % 2) })),
];
const table = tableOf(all, {});
const whole = { view: viewOfTable('', table, extrasOf(table, null)), strata: [] };
const blockOf = (limits: Parameters<typeof withBases>[1]) => withBases(whole, limits).view.blocks[0]![0]!;

describe('limits on bases', () => {
  it('mark the columns on fewer respondents; fewer than 30 where nothing is said', () => {
    expect(blockOf(undefined).small).toEqual([true, true, true]);
    expect(blockOf({ small: 10 }).small).toEqual([false, false, true]);
  });

  it('show no figures of columns on fewer, and their bases all the same', () => {
    const { figures, feet, hidden } = blockOf({ hide: 10 });
    expect(hidden).toEqual([false, false, true]);
    expect(byId(figures, 'n')?.cells).toEqual([
      [7, 4, null],
      [6, 4, null],
      [4, 4, null],
    ]);
    expect(byId(feet, 'base')?.values).toEqual([17, 12, 5]);
    expect(blockOf({ hide: 5 }).figures).toEqual(blockOf({}).figures);
  });

  it('compare nothing that is not shown', () => {
    expect([leastCompared(), leastCompared({ compare: 20, hide: 10 }), leastCompared({ hide: 10 })]).toEqual([
      0, 20, 10,
    ]);
  });
});
