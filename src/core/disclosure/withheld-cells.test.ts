import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bridges, viewOfCells } from './disclosure.fixtures.js';
import type { FigureId } from '../table/figure-choice.js';
import type { BlockView, Figure, ItemView } from '../view/types.js';
import { withheldCells } from './withheld-cells.js';

const PROTECTION = { cell: 5, base: 10, share: 0.5 };

function masksOf(cells: readonly (readonly number[])[], by = true) {
  const view = viewOfCells(cells, { by });
  return withheldCells(view.items[0]!, view.blocks[0]!, PROTECTION)[0]!;
}

/** Whether a cell that is withheld follows from the margins: looked at in a way that the product has not. */
function isGivenAway(mask: readonly boolean[][]): boolean {
  const edges = mask.flatMap((line, i) => line.flatMap((is, j) => (is ? [[`line ${i}`, `column ${j}`] as const] : [])));
  return bridges(edges).includes(true);
}

describe('cells that are withheld', () => {
  it('are none where enough stand behind all', () => {
    expect(
      masksOf([
        [20, 30],
        [40, 50],
      ]).flat(),
    ).not.toContain(true);
  });

  it('are small ones, and as many beside them that nobody can take them off from the totals', () => {
    const cells = [
      [3, 30],
      [40, 50],
      [60, 25],
    ];
    const mask = masksOf(cells);
    expect(mask[0]![1]).toBe(true);
    // The line: 3 and its neighbour; the column: 3 and another; and the corner that closes the way round.
    expect(mask.flat().filter((is) => is)).toHaveLength(4);
    expect(isGivenAway(mask)).toBe(false);
  });

  it('are all of a group on a small base, and then another group too', () => {
    const mask = masksOf([
      [4, 30],
      [5, 50],
    ]);
    expect(mask.map((line) => line[1])).toEqual([true, true, true]);
    expect(mask.map((line) => line[2])).toEqual([true, true, true]);
  });

  it('are another group too, where one is not shown as the table was set', () => {
    const view = viewOfCells([
      [20, 30],
      [25, 35],
    ]);
    const hidden = { ...view.blocks[0]![0]!, hidden: [false, true, false] };
    const [mask] = withheldCells(view.items[0]!, [hidden], PROTECTION);
    expect(mask!.map((line) => line[1])).toEqual([true, true, true]);
    expect(isGivenAway(mask!)).toBe(false);
    expect(mask!.some((line) => line[0] === true || line[2] === true)).toBe(true);
  });

  it('are two of a frequency table, where one is small', () => {
    const mask = masksOf([[3], [40], [20]], false);
    expect(mask.map(([all]) => all)).toEqual([true, false, true]);
  });

  it('are every small one, in any table, and none of them follows from the margins', () => {
    const count = fc.oneof(fc.constant(0), fc.integer({ min: 1, max: 60 }));
    const tables = fc.array(fc.array(count, { minLength: 2, maxLength: 2 }), { minLength: 2, maxLength: 3 });
    fc.assert(
      fc.property(tables, (cells) => {
        const mask = masksOf(cells);
        cells.forEach((line, i) =>
          line.forEach((respondents, j) => {
            if (respondents > 0 && respondents < PROTECTION.cell) expect(mask[i]?.[j + 1]).toBe(true);
          }),
        );
        expect(isGivenAway(mask)).toBe(false);
      }),
    );
  });

  it('of a number are groups on a small base, or with one who has most of the sum, and another beside one', () => {
    const cellsOf = (bases: readonly number[], maxima: readonly number[]) => {
      const view = viewOfCells([[20, 30]]);
      const item: ItemView = { ...view.items[0]!, number: true, leaves: view.items[0]!.leaves.slice(0, 1) };
      const figure = (id: FigureId, cells: readonly number[]): Figure => {
        return { id, label: id, unit: 'value', decimals: 0, cells: [[...cells]] };
      };
      const block: BlockView = {
        ...view.blocks[0]![0]!,
        bases: [...bases],
        figures: [
          figure('n', bases),
          figure(
            'mean',
            bases.map(() => 10),
          ),
          figure(
            'minimum',
            bases.map(() => 0),
          ),
          figure('maximum', maxima),
        ],
      };
      return withheldCells(item, [block], PROTECTION)[0]![0]!;
    };
    const usual = [30, 30, 30, 30];
    expect(cellsOf([90, 20, 30, 40], usual)).toEqual([false, false, false, false]);
    expect(cellsOf([78, 8, 30, 40], usual)).toEqual([false, true, true, false]);
    // 150 of 30 times 10 are half: more is too much.
    expect(cellsOf([90, 20, 30, 40], [150, 30, 150, 30])).toEqual([false, false, false, false]);
    expect(cellsOf([90, 20, 30, 40], [151, 30, 151, 30])).toEqual([false, true, true, false]);
    expect(cellsOf([60, 6, 9, 45], usual)).toEqual([false, true, true, false]);
  });
});
