import { expect, test } from 'vitest';
import { hasReading, withReading } from './kept-readings.js';

test('the readings of blocks are kept in the order of the table, each once, and taken out again', () => {
  const [first, second] = [
    { item: 0, nest: 1 },
    { item: 1, nest: 0, stratum: 'a' },
  ];
  const one = withReading({ hatch: true }, second, true);
  const both = withReading(withReading(one, first, true), first, true);
  expect(both.readings).toEqual([first, second]);
  expect(hasReading(both, { item: 1, nest: 0 })).toBe(false);
  expect(hasReading(both, second)).toBe(true);
  expect(withReading(withReading(both, first, false), second, false)).toEqual({ hatch: true, readings: undefined });
});
