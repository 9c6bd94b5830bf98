import { describe, expect, it } from 'vitest';
import { slots as gatherSlots } from '../recode/slots/compute.js';
import type { CodedColumn, SetsColumn } from './column.js';
import { firstMention, rankSums } from './places.js';

const codes = ['1', '2', '3', '9', '0'];
const slot = (...values: string[]): CodedColumn => ({
  kind: 'coded',
  values: Uint8Array.from(values, (code) => codes.indexOf(code) + 1),
  codes,
});
const columns = [slot('1', '', '9', '2', '0', ''), slot('2', '3', '1', '2', '1', ''), slot('1', '1', '', '3', '', '')];
const options = ['1', '2', '3'].map((code) => ({ code, label: code }));
const questionOf = (settle: 'option' | 'exclusive' | 'aside'): SetsColumn =>
  gatherSlots(
    { kind: 'slots', sources: [1, 2, 3], options, none: '0', settle },
    columns.map((column) => ({ column, missing: ['9'] })),
    6,
  ).column;
const question = questionOf('option');
const mentions = ({ words, state }: SetsColumn) =>
  [...words].map((word, k) => [state[k], options.flatMap(({ code }, j) => ((word >> j) & 1 ? [code] : [])).join('')]);

describe('the place of a mention', () => {
  it('is first in the first slot that holds an option, and who mentions nothing stands as in the question', () => {
    expect(mentions(firstMention(question, columns))).toEqual([
      [1, '1'],
      [1, '3'],
      [1, '1'],
      [1, '2'],
      [1, '1'],
      [0, ''],
    ]);
  });

  it('counts no mention that the rule for contradictions took away', () => {
    // The fifth says "none of these" and then option 1: by the rule "none" stands.
    const strict = questionOf('exclusive');
    expect(mentions(firstMention(strict, columns))[4]).toEqual([2, '']);
    const sums = rankSums({ question: strict, slots: columns, by: [], mask: null, weight: null });
    expect(sums[1]).toBe(1 + 2 + 1);
  });

  it('is added up by option and group, once for each respondent, empty slots passed over', () => {
    const by: CodedColumn = { kind: 'coded', values: Uint8Array.from([1, 1, 2, 2, 2, 2]), codes: ['a', 'b'] };
    const sums = rankSums({ question, slots: columns, by: [by], mask: null, weight: null });
    const at = (option: number, group: number) => sums[option * 3 + group];
    // Respondent 1 has option 1 first and again third: it stands first. Respondent 2 begins in the second slot.
    expect([at(1, 1), at(2, 1), at(3, 1)]).toEqual([1 + 2, 2, 1]);
    expect([at(1, 2), at(2, 2), at(3, 2)]).toEqual([1 + 1, 1, 2]);
  });

  it('leaves out who is outside a filter or has no weight, and counts the weight', () => {
    const weight = Float64Array.from([2, 1, NaN, 3, 1, 1]);
    const mask = Uint8Array.from([1, 0, 1, 1, 0, 1]);
    const sums = rankSums({ question, slots: columns, by: [], mask, weight });
    expect(sums.slice(1, 4)).toEqual([2, 2 * 2 + 3 * 1, 3 * 2]);
  });
});
