import { describe, expect, it } from 'vitest';
import { columnParts, isLaidWide } from './column-parts.js';
import { EMPTY_CELL, headOf, type LaidOut, lineHead } from './laid-cell.js';

const figure = { ...EMPTY_CELL, text: '12.3' };
const laid = (figures: number, ...texts: string[]): LaidOut => {
  const cells = [
    ...Array.from({ length: figures }, () => figure),
    ...texts.map((text) => ({ ...figure, text, isText: true as const })),
  ];
  return { title: '', head: [['', ...cells].map(() => headOf('x'))], body: [[lineHead('Yes'), ...cells]], notes: [] };
};

describe('how wide the columns of a table are', () => {
  it('is alike for figures, and more for names and long texts, up to a bound', () => {
    expect(columnParts(laid(2))).toEqual([2.6, 1, 1]);
    expect(columnParts(laid(1, 'short', 'x'.repeat(22), 'x'.repeat(500)))).toEqual([2.6, 1, 1, 2, 4]);
  });

  it('puts a table on its side where it has many columns, or long ones', () => {
    expect([isLaidWide(laid(9)), isLaidWide(laid(10))]).toEqual([false, true]);
    expect(isLaidWide(laid(5, 'x'.repeat(80), 'x'.repeat(80)))).toBe(true);
  });
});
