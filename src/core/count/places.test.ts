import { describe, expect, it } from 'vitest';
import type { CodedColumn } from './column.js';
import { firstMention, rankSums } from './places.js';

const codes = ['1', '2', '3', '9'];
const slot = (...values: string[]): CodedColumn => ({ kind: 'coded', values: Uint8Array.from(values, (code) => codes.indexOf(code) + 1), codes }); // prettier-ignore
const slots = [slot('1', '', '9', '2'), slot('2', '3', '1', '2'), slot('1', '1', '', '3')];
const options = ['1', '2', '3'];

describe('the place of a mention', () => {
  it('is first in the first slot that holds an option', () => {
    const first = firstMention(slots, options, 4);
    expect([...first.values].map((k) => options[k - 1] ?? '')).toEqual(['1', '3', '1', '2']);
  });

  it('is added up by option and group, once for each respondent', () => {
    const by: CodedColumn = { kind: 'coded', values: Uint8Array.from([1, 1, 2, 2]), codes: ['a', 'b'] };
    const sums = rankSums({ slots, options, by, respondents: 4, mask: null, weight: null });
    const at = (option: string, group: number) => sums[(options.indexOf(option) + 1) * 3 + group];
    // Respondent 1 has option 1 first and again third: it stands first.
    expect([at('1', 1), at('2', 1), at('3', 1)]).toEqual([1 + 3, 2, 2]);
    expect([at('1', 2), at('2', 2), at('3', 2)]).toEqual([2, 1, 3]);
  });

  it('leaves out who is outside a filter or has no weight, and counts the weight', () => {
    const weight = Float64Array.from([2, 1, NaN, 3]);
    const sums = rankSums({ slots, options, by: undefined, respondents: 4, mask: Uint8Array.from([1, 0, 1, 1]), weight });
    expect(sums.slice(1, 4)).toEqual([2, 2 * 2 + 3 * 1, 3 * 3]);
  }); // prettier-ignore
});
