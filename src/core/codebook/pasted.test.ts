import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { copiedCells, pastedCells } from './pasted.js';

describe('cells from the clipboard', () => {
  it('stand between tabs and line ends', () => {
    expect(pastedCells('a\tb\nc\td\n')).toEqual([
      ['a', 'b'],
      ['c', 'd'],
    ]);
    expect(pastedCells('one\r\ntwo\rthree')).toEqual([['one'], ['two'], ['three']]);
    expect(pastedCells('a\t\n\nb')).toEqual([['a', ''], [''], ['b']]);
    expect(pastedCells('')).toEqual([]);
  });

  it('may hold line ends and quotes in quotes', () => {
    expect(pastedCells('"a\nb"\t"say ""so"""\nlast')).toEqual([['a\nb', 'say "so"'], ['last']]);
    expect(pastedCells('""\t"x"')).toEqual([['', 'x']]);
  });

  it('may begin with a quote that is only a quote', () => {
    expect(pastedCells('"Allotment" is a word\n5" pots')).toEqual([['"Allotment" is a word'], ['5" pots']]);
    expect(pastedCells('"never closed\tb\nc')).toEqual([['"never closed', 'b'], ['c']]);
  });

  it('come back as they were copied', () => {
    const cell = fc.string({ maxLength: 10 });
    const rows = fc.array(fc.array(cell, { minLength: 1, maxLength: 4 }), { minLength: 1, maxLength: 5 });
    fc.assert(
      fc.property(rows, (cells) => {
        // One empty cell alone is nothing at all.
        fc.pre(cells.at(-1)?.join('') !== '' || (cells.at(-1)?.length ?? 0) > 1);
        expect(pastedCells(copiedCells(cells))).toEqual(cells);
      }),
      {
        examples: [
          [
            [
              ['a"b', 'c\td'],
              ['"', 'e\nf'],
            ],
          ],
          [[['"x"y', '']]],
        ],
      },
    );
  });
});
