import { describe, expect, it } from 'vitest';
import type { Variable } from '../codebook/types.js';
import { checkBattery, isBattery } from './battery.js';

const code = (at: number, label: string, missing: 'refused' | null = null) => ({ code: String(at), label, missing });
const often = [code(1, 'Often'), code(2, 'Never')];
const item = (label: string, more: Partial<Variable> = {}): Variable => ({
  id: 1,
  name: label,
  label,
  question: '',
  level: 'ordered',
  codes: often,
  ...more,
});

describe('items of a battery', () => {
  it('have the same answers; codes that are none may differ', () => {
    expect(isBattery([])).toBe(false);
    expect(isBattery([item('a'), item('b', { codes: [...often, code(9, 'Refused', 'refused')] })])).toBe(true);
    expect(isBattery([item('a'), item('b', { codes: [code(1, 'Often'), code(2, 'Seldom')] })])).toBe(false);
    expect(isBattery([item('a'), item('b', { codes: [code(1, 'Often')] })])).toBe(false);
  });

  it.each([
    ['has other answers than a', [item('a'), item('b', { codes: [code(1, 'Yes')] })], 0],
    ['b is a number', [item('a'), item('b', { level: 'number' })], 0],
    ['b is text', [item('a'), item('b', { level: 'text' })], 0],
    ['b has several answers', [item('a'), item('b', { level: 'multiple' })], 0],
    ['or by groups, not both', [item('a'), item('b')], 1],
  ] as const)('are refused by name: %s', (words, items, across) => {
    expect(() => checkBattery(items, across)).toThrow(words);
  });
});
