import { describe, expect, it } from 'vitest';
import { changesScale, inScaleOf } from './scale-change.js';
import type { Code } from './types.js';

const list = (...codes: string[]): Code[] =>
  codes.map((code) => ({ code, label: `L${code}`, missing: code === '9' ? 'refused' : null }));

describe('the order of an ordered variable', () => {
  it('is its scale; that of categories is not', () => {
    expect(changesScale('ordered', list('1', '2', '3'), list('2', '1', '3'))).toBe(true);
    expect(changesScale('unordered', list('1', '2', '3'), list('2', '1', '3'))).toBe(false);
  });
  it('is not changed by a label, a code that is new or gone, or a missing code that moves', () => {
    expect(
      changesScale('ordered', list('1', '2', '3'), [{ code: '1', label: 'One', missing: null }, ...list('2', '3')]),
    ).toBe(false);
    expect(changesScale('ordered', list('1', '2', '3'), list('1', '4', '2', '3'))).toBe(false);
    expect(changesScale('ordered', list('1', '2', '3'), list('1', '3'))).toBe(false);
    expect(changesScale('ordered', list('1', '9', '2'), list('1', '2', '9'))).toBe(false);
  });
  it('stays where only the order shown is to change, with what else was changed', () => {
    const after = [{ code: '3', label: 'Three', missing: null }, ...list('1', '4', '2')];
    expect(inScaleOf(list('1', '2', '3'), after).map(({ code, label }) => [code, label])).toEqual([
      ['1', 'L1'],
      ['2', 'L2'],
      ['3', 'Three'],
      ['4', 'L4'],
    ]);
  });
});
