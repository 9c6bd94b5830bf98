import fc from 'fast-check';
import { expect, it } from 'vitest';
import { knownTexts, textsAlike } from './texts.js';

it('put respondents together by their text, and give each what was made of it', () => {
  const cell = fc.option(fc.constantFrom('a', 'bb', 'ccc', ' '), { nil: null });
  fc.assert(
    fc.property(fc.array(cell, { maxLength: 40 }), (cells) => {
      const distinct = [...new Set(cells)].filter((text) => text !== null).reverse();
      const place = Int32Array.from(cells, (text) => (text === null ? 0 : distinct.indexOf(text) + 1));
      const lengths = cells.flatMap((text) => [text?.length ?? -1, text === null ? 0 : 1]);
      for (const texts of [knownTexts({ distinct, place }), { at: (k: number) => cells[k] ?? null, known: null }]) {
        const { of, times, spread } = textsAlike(texts, cells.length);
        const made = new Float64Array(times.length * 2).map((_, k) => (k % 2 === 0 ? -1 : 0));
        const met: string[] = [];
        for (const [group, text] of of) {
          made.set([text.length, 1], group * 2);
          if (!met.includes(text)) met.push(text);
        }
        expect([...spread(made, 2)]).toEqual(lengths);
        expect(Array.from(times).reduce((sum, count) => sum + count, 0)).toBe(cells.length);
        expect(met).toEqual([...new Set(cells)].filter((text) => text !== null));
      }
    }),
  );
});
