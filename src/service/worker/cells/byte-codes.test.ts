import fc from 'fast-check';
import { expect, it } from 'vitest';
import { addCode, findCodes, noByteCodes } from './byte-codes.js';

/** Cells as a block holds them, in one column. */
function blockOf(cells: readonly string[]) {
  const bytes = new TextEncoder().encode(cells.join(''));
  const lengths = cells.map((cell) => new TextEncoder().encode(cell).length);
  const ends = Int32Array.from(lengths, (_, k) => lengths.slice(0, k + 1).reduce((sum, length) => sum + length, 0));
  const starts = ends.map((end, k) => end - lengths[k]!);
  return { bytes, width: 1, rows: cells.length, starts, ends, quote: '"', text: (place: number) => cells[place]! };
}

it('finds each spelling again that it knows, by its bytes alone', () => {
  const cell = fc.oneof(
    fc.string({ unit: fc.constantFrom('a', 'b', '1', 'é', ' '), maxLength: 4 }),
    fc.nat(999).map((n) => `answer ${n}`),
    fc.constant('x'.repeat(65)),
  );
  fc.assert(
    fc.property(fc.array(cell, { maxLength: 200 }), (cells) => {
      const [known, codes] = [noByteCodes(), new Map([['', 0]])];
      const block = blockOf(cells);
      const into = new Uint16Array(cells.length);
      for (let k = 0; k < cells.length; k++) {
        k += findCodes(known, block, k, into.subarray(k));
        if (k === cells.length) break;
        const text = cells[k]!;
        // What is known is found, but for what is too long to be remembered.
        if (codes.has(text)) expect(text.length).toBeGreaterThan(64);
        const code = codes.get(text) ?? codes.size;
        codes.set(text, code);
        addCode(known, block.bytes, block.starts[k]!, block.ends[k]!, code);
        into[k] = code;
      }
      expect([...into]).toEqual(cells.map((text) => (text === '' ? 0 : codes.get(text))));
    }),
  );
});

it('reads on where there are more spellings than it remembers', () => {
  const cells = Array.from({ length: 5000 }, (_, k) => `spelling ${k}`);
  const [known, block] = [noByteCodes(), blockOf(cells)];
  cells.forEach((_, k) => addCode(known, block.bytes, block.starts[k]!, block.ends[k]!, k));
  const into = new Uint16Array(5000);
  expect(findCodes(known, block, 0, into)).toBe(4096);
  expect([...into.subarray(0, 4096)]).toEqual(Array.from({ length: 4096 }, (_, k) => k));
});
