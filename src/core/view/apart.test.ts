import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { growers, summaryOf } from '../summary/summary.fixtures.js';
import { apart } from './apart.js';
import type { LaidPart } from './laid-cell.js';
import { laidOut } from './laid-out.js';
import { placedCells, widthOf } from './placed-cells.js';

const SHOWN = { hatch: false };

describe('figures in cells of their own', () => {
  it('are all figures of the table, in their order, under as wide a heading', () => {
    fc.assert(
      fc.property(growers, (all) => {
        const [laid] = laidOut(summaryOf(all).view, SHOWN);
        const wide = apart(laid!);
        const { columns } = widthOf(wide);
        wide.body.forEach((cells, line) => {
          const own = laid!.body[line]!.flatMap((cell): readonly LaidPart[] => cell.parts ?? [cell]);
          const values = (list: readonly LaidPart[]) => list.flatMap(({ figure }) => figure?.value ?? []);
          expect(values(cells)).toEqual(values(own));
          expect(cells.reduce((sum, cell) => sum + cell.columns, 0)).toBe(columns);
        });
        expect(wide.head[0]!.reduce((sum, cell) => sum + cell.columns, 0)).toBe(columns);
        expect(placedCells(wide.body).some(({ cell }) => cell.parts)).toBe(false);
      }),
    );
  });

  it('leave a table alone whose cells have one', () => {
    const laid = { title: '', head: [], body: [[{ text: '1', heads: null, columns: 1, lines: 1 }]], notes: [] };
    expect(apart(laid)).toBe(laid);
  });
});
