import { describe, expect, it } from 'vitest';
import { type ComparedColumn, differences } from './differences.js';

const codes = (...list: string[]) => list.map((code) => ({ code, respondents: 5 }));
const column = (name: string, more: Partial<ComparedColumn> = {}): ComparedColumn => ({
  name,
  level: 'unordered',
  storage: 'coded8',
  codes: codes('1', '2'),
  filled: 10,
  blank: 0,
  ...more,
});
const only = (before: ComparedColumn, after: ComparedColumn, listed: string[] = []) =>
  differences([before], [after], new Map([[before.name, new Set(listed)]]))[0];

describe('a second file beside a study', () => {
  it('tells columns that vanished, are new, differ or are as before', () => {
    const difference = differences(
      [column('a'), column('b'), column('c')],
      [column('c', { codes: codes('1', '3') }), column('a'), column('d')],
      new Map(),
    );
    expect(difference.map(({ name, is }) => `${name}: ${is}`)).toEqual([
      'a: same',
      'b: vanished',
      'c: changed',
      'd: new',
    ]);
    expect(difference.map(({ base }) => base)).toEqual([
      { before: 10, after: 10 },
      { before: 10, after: null },
      { before: 10, after: 10 },
      { before: null, after: 10 },
    ]);
  });

  it('tells new codes, but not those that the codebook lists, and codes that nobody has any more', () => {
    const difference = only(
      column('a', { codes: codes('1', '2', '9') }),
      column('a', { codes: codes('10', '2', '3', '1') }),
      ['3'],
    );
    expect(difference?.newCodes).toEqual(codes('10'));
    expect(difference?.goneCodes).toEqual(codes('9'));
  });

  it('tells another kind of value, and where categories cannot be kept', () => {
    expect(only(column('a'), column('a', { storage: 'text', codes: [] }))?.notes).toEqual([
      'held codes, holds texts now',
      'cannot be categories any more',
    ]);
    const number = column('w', { level: 'number', storage: 'number', codes: [] });
    expect(only(number, column('w', { level: 'unordered', codes: codes('1.5', '2') }))?.is).toBe('same');
    expect(only(number, column('w', { codes: codes('much', 'little') }))?.notes).toEqual([
      'held numbers, holds codes now',
    ]);
  });

  it('tells a share of blanks that is another', () => {
    expect(only(column('a', { blank: 0 }), column('a', { blank: 10 }))?.notes).toEqual(['0% blank before, 50% now']);
    expect(only(column('a', { blank: 1 }), column('a', { blank: 2 }))?.is).toBe('same');
  });
});
