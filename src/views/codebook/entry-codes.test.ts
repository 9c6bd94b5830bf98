import { describe, expect, it } from 'vitest';
import type { Code } from '../../core/codebook/types.js';
import { changedCodes, entryCodes } from './entry-codes.js';

const code = (value: number | string, label = String(value), missing: Code['missing'] = null): Code => ({
  code: String(value),
  label,
  missing,
});
const labels = (codes: readonly Code[]) => codes.map(({ label }) => label);

describe('the codes of categories', () => {
  it('are those given, then as they were typed, with those behind that were not', () => {
    const given = [code(1, 'Yes'), code(2, 'No')];
    expect(entryCodes(false, given, undefined, '').listed).toEqual(given);
    expect(labels(entryCodes(false, given, [code(2, 'Never')], '').codes)).toEqual(['Never', 'Yes']);
  });

  it('are kept as they stand', () => {
    const entry = entryCodes(false, [code(1, 'Yes')], undefined, '');
    expect(changedCodes(false, entry, [code(1)])).toEqual([code(1)]);
  });
});

describe('the codes of a number', () => {
  const given = Array.from({ length: 60 }, (_, k) => code(k + 1));

  it('of many values are the ends, what is marked or labelled, and the one asked for', () => {
    const entry = entryCodes(true, [...given, code(99, 'Refused', 'refused')], undefined, ' 30 ');
    expect(entry.isLong).toBe(true);
    expect(labels(entry.listed)).toEqual(['1', '2', '3', '4', '30', '57', '58', '59', '60', 'Refused']);
  });

  it('take in a value that nobody gave, where it is a number', () => {
    expect(labels(entryCodes(true, [code(1)], undefined, '-9').listed)).toEqual(['1', '-9']);
    expect(labels(entryCodes(true, [code(1)], undefined, 'abc').listed)).toEqual(['1']);
    expect(labels(entryCodes(true, [code(1)], undefined, '1').listed)).toEqual(['1']);
  });

  it('are kept where they differ from their value, those out of sight too', () => {
    const entry = entryCodes(true, given, [code(30, 'Thirty')], '');
    expect(changedCodes(true, entry, [code(1), code(2, '2', 'refused')])).toEqual([
      code(30, 'Thirty'),
      code(2, '2', 'refused'),
    ]);
  });

  it('are plain again where a draft does not name them', () => {
    const entry = entryCodes(true, [code(9, 'Refused', 'refused'), code(1)], [code(1, 'One')], '');
    expect(entry.codes).toEqual([code(9), code(1, 'One')]);
  });
});
