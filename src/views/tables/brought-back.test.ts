import { describe, expect, it } from 'vitest';
import { broughtBack } from './brought-back.js';
import { type Draft, EMPTY } from './url.js';

const only = ['1', '2'].map((code) => ({ variable: 9, is: 'any-of' as const, codes: [code] }));
const draft: Draft = { ...EMPTY, rows: [{ variable: 1 }, { variable: 2 }], only };

describe('who is left out', () => {
  it('is brought back by a clause less, a code that counts as an answer, or a standing in the base', () => {
    expect(broughtBack(draft, 0, { is: 'clause', at: 0 }).only).toEqual([only[1]]);
    expect(broughtBack(draft, 0, { is: 'answer', variable: 1, code: '98' }).codes).toEqual([
      { variable: 1, code: '98', answer: true },
    ]);
    expect(broughtBack(draft, 1, { is: 'counted', standing: 'blank' }).rows).toEqual([
      { variable: 1 },
      { variable: 2, counted: ['none', 'nothing', 'blank'] },
    ]);
  });
});
