import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import type { FigureId } from '../table/figure-choice.js';
import { disclosedBy } from './disclosed.js';
import { peopleOf, viewOfCells } from './disclosure.fixtures.js';
import { sayWithheld, WITHHELD } from './protection-shape.js';
import { sayDisclosed } from './say-disclosed.js';
import { isWithheld, withProtection } from './with-protection.js';

const PROTECTION = { cell: 5, base: 10, share: 0.5 };
const CELLS = [
  [3, 30],
  [40, 50],
  [60, 25],
];
const open = { view: viewOfCells(CELLS), strata: [] };
const closed = withProtection(open, PROTECTION);
const block = closed.view.blocks[0]![0]!;
const figure = (id: FigureId) => byId(block.figures, id)!.cells;

describe('a view for somebody who is not to know single respondents', () => {
  it('has a sign in the place of every figure of a cell that is withheld, and all other figures', () => {
    expect(figure('n')).toEqual([
      [33, WITHHELD, WITHHELD],
      [90, 40, 50],
      [85, WITHHELD, WITHHELD],
    ]);
    for (const { cells } of block.figures)
      cells.forEach((line, i) =>
        line.forEach((value, j) => {
          if (value !== null && figure('n')[i]?.[j] === WITHHELD) expect(value).toBe(WITHHELD);
        }),
      );
    expect(block.bases).toEqual(open.view.blocks[0]![0]!.bases);
    expect(isWithheld(block)).toBe(true);
    expect(isWithheld(open.view.blocks[0]![0]!)).toBe(false);
  });

  it('is the same where nothing is to be withheld', () => {
    expect(withProtection(open, undefined)).toBe(open);
    const rich = {
      view: viewOfCells([
        [20, 30],
        [40, 50],
      ]),
      strata: [],
    };
    expect(withProtection(rich, PROTECTION).view.blocks[0]![0]!.figures.map(({ cells }) => cells)).toEqual(
      rich.view.blocks[0]![0]!.figures.map(({ cells }) => cells),
    );
  });
});

describe('what a table says of few respondents', () => {
  it('is its smallest cell and group, and how many cells are withheld, by themselves and beside', () => {
    const disclosed = disclosedBy(open, PROTECTION);
    expect(disclosed.smallestCell?.respondents).toBe(3);
    expect(disclosed.smallestBase?.respondents).toBe(103);
    expect([disclosed.small, disclosed.beside]).toEqual([1, 3]);
    const lines = sayDisclosed(disclosed);
    expect(lines[0]).toMatch(/^Smallest cell: 3 respondents \(.+, .+\)\.$/);
    expect(lines.at(-1)).toBe(
      '1 cell withheld as too few stand behind it, and 3 cells beside, from which they would follow.',
    );
  });

  it('is that all of a group gave one answer', () => {
    const alike = disclosedBy(
      {
        view: viewOfCells([
          [0, 30],
          [40, 50],
        ]),
        strata: [],
      },
      PROTECTION,
    ).alike;
    expect(alike).toHaveLength(1);
    expect(peopleOf([[0, 30]])).toHaveLength(30);
  });

  it('is said with the limits that were chosen', () => {
    expect(sayWithheld({ ...PROTECTION, cell: 7 })).toContain('fewer than 7 respondents');
  });
});
