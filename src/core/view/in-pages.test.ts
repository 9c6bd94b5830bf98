import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { inPages } from './in-pages.js';
import { EMPTY_CELL, headOf, type LaidOut, lineHead } from './laid-cell.js';
import { headingsOver, placedCells, widthOf } from './placed-cells.js';

/** Categories of two lines each, by groups under two headings, and a base. */
function laidOf(categories: number, groups: number): LaidOut {
  const figures = (line: string) =>
    Array.from({ length: 2 * groups }, (_, k) => ({ ...EMPTY_CELL, text: `${line} ${k}` }));
  return {
    title: 'Mood by Site',
    head: [
      [headOf('Mood', 2, 2), headOf('First', groups), headOf('Second', groups)],
      Array.from({ length: 2 * groups }, (_, k) => headOf(`g${k}`)),
    ],
    body: [
      ...Array.from({ length: categories }, (_, k) => [
        [lineHead(`c${k}`, 1, 2), lineHead('%'), ...figures(`c${k} %`)],
        [lineHead('n'), ...figures(`c${k} n`)],
      ]).flat(),
      [lineHead('Base', 2), ...figures('base')],
    ],
    notes: [],
  };
}

const small = fc.integer({ min: 1, max: 7 });

describe('a table in pages', () => {
  it('has every figure once, under its headings, beside the name of its line', () => {
    fc.assert(
      fc.property(
        small,
        small,
        fc.integer({ min: 2, max: 9 }),
        fc.integer({ min: 3, max: 9 }),
        (rows, groups, lines, columns) => {
          const laid = laidOf(rows, groups);
          const pages = inPages(laid, { lines, columns });
          const seen = pages.flatMap((page) => {
            const over = headingsOver(page.head);
            return placedCells(page.body)
              .filter(({ cell }) => cell.heads === null)
              .map(({ cell, column }) => `${cell.text} under ${over[column]!.join('/')}`);
          });
          const over = headingsOver(laid.head);
          const all = placedCells(laid.body)
            .filter(({ cell }) => cell.heads === null)
            .map(({ cell, column }) => `${cell.text} under ${over[column]!.join('/')}`);
          expect([...seen].sort()).toEqual([...all].sort());
          for (const page of pages) {
            expect(widthOf(page).columns).toBeLessThanOrEqual(columns);
            expect(page.body.length).toBeLessThanOrEqual(lines);
            // A category keeps its lines together.
            expect(page.body[0]?.[0]?.text).toMatch(/^(c\d|Base)/);
          }
        },
      ),
    );
  });

  it('is one where there is room', () => {
    const laid = laidOf(3, 2);
    expect(inPages(laid, { lines: 20, columns: 20 })).toEqual([laid]);
  });
});
