import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asWritten, harmless } from './harmless.js';

/** Texts of the signs that matter. */
const texts = fc
  .array(fc.constantFrom('=', '+', '-', '@', "'", ';', '\t', '\r', '\n', 'a', '1', ' ', ','), { maxLength: 12 })
  .map((signs) => signs.join(''));

describe('a text that a spreadsheet would run', () => {
  it('is kept from it, also behind another separator', () => {
    expect(harmless('=cmd|x')).toBe("'=cmd|x");
    expect(harmless('@sum')).toBe("'@sum");
    expect(harmless('Site;=1+1')).toBe("Site;'=1+1");
    expect(harmless('Site\t-2')).toBe("Site\t'-2");
    expect(harmless('20 - 30, a = b')).toBe('20 - 30, a = b');
  });

  it('begins no cell with a sign of a formula, whatever separates cells', () => {
    fc.assert(
      fc.property(texts, (text) => {
        for (const cell of harmless(text).split(/[;\n]/)) expect(cell).not.toMatch(/^[=+\-@]/);
      }),
    );
  });

  it('comes back as it was written', () => {
    fc.assert(
      fc.property(texts, (text) => {
        expect(asWritten(harmless(text))).toBe(text);
      }),
    );
  });
});
