import { describe, expect, it } from 'vitest';
import { yesLine } from './yes-line.js';

const answers = (...pairs: [string, string][]) =>
  pairs.map(([code, label]) => ({ is: 'answer' as const, code, label }));

describe('the line of a yes or no', () => {
  it.each([
    [answers(['1', 'Yes'], ['2', 'No']), '1'],
    [answers(['0', 'no'], ['1', ' YES ']), '1'],
    [answers(['0', '0'], ['1', '1']), '1'],
    [answers(['0', 'Not mentioned'], ['1', 'Mentioned']), '1'],
    [answers(['1', 'Man'], ['2', 'Woman']), null],
    [answers(['1', '1'], ['2', '2']), null],
    [answers(['1', 'Yes'], ['2', 'No'], ['3', 'Perhaps']), null],
    [answers(['1', 'Yes']), null],
  ])('of %j is %j', (lines, code) => {
    expect(yesLine(lines)).toBe(code);
  });
});
