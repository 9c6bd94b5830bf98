import { describe, expect, it } from 'vitest';
import { sentenceOfDraft, soleOn, withLevel, withoutLevel, withoutRow, withRow } from './draft.js';
import { type Draft, EMPTY } from './url.js';

const draft: Draft = { ...EMPTY, rows: [{ variable: 1, mention: 'first' }, { variable: 2 }], by: [[3], [4, 5]] };

describe('a sentence under way', () => {
  it('asks for nothing without rows, and not for conditions that say nothing yet', () => {
    expect(sentenceOfDraft(EMPTY)).toBeNull();
    const only = [
      { variable: 9, is: 'any-of' as const, codes: [] },
      {
        or: [
          { variable: 8, is: 'any-of' as const, codes: ['1'] },
          { variable: 9, is: 'between' as const, from: null, to: null },
        ],
      },
    ];
    expect(sentenceOfDraft({ ...draft, only, by: [], within: 7 })).toMatchObject({
      within: null,
      only: [{ variable: 8, codes: ['1'] }],
    });
  });
  it('has its rows and what stands across changed, added and taken out', () => {
    expect(withRow(draft, 0, 7).rows).toEqual([{ variable: 7 }, { variable: 2 }]);
    expect(withRow(draft, 2, 7).rows.at(-1)).toEqual({ variable: 7 });
    expect(withoutRow(draft, 0).rows).toEqual([{ variable: 2 }]);
    expect(withLevel(draft, 0, 1, 9).by).toEqual([
      [3, 9],
      [4, 5],
    ]);
    expect(withLevel(draft, 2, 0, 9).by).toEqual([[3], [4, 5], [9]]);
    expect(withoutLevel(draft, 1, 0).by).toEqual([[3], [5]]);
    expect(withoutLevel(draft, 0, 0).by).toEqual([[4, 5]]);
  });
  it('can be taken in hand where one variable stands alone', () => {
    expect([soleOn(draft, 'rows'), soleOn(draft, 'by')]).toEqual([null, null]);
    const sentence = { ...EMPTY, rows: [{ variable: 1 }], by: [[2]] };
    expect([soleOn(sentence, 'rows'), soleOn(sentence, 'by')]).toEqual([1, 2]);
  });
});
