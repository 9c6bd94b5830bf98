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
  // One stratum, all of them as one table, and all beside each other are read on their own.
  expect(hasReading(both, { item: 1, nest: 0, together: true })).toBe(false);
  const together = withReading(both, { item: 1, nest: 0, together: true }, true);
  expect(together.readings).toEqual([first, second, { item: 1, nest: 0, together: true }]);
  expect(withReading(together, second, false).readings).toEqual([first, { item: 1, nest: 0, together: true }]);
  expect(withReading(withReading(both, first, false), second, false)).toEqual({ hatch: true, readings: undefined });
});
