import { describe, expect, it } from 'vitest';
import { codingsTable, marksOfTable } from './codings-table.js';
import type { Mark } from './mark.js';
import { mark, recipeOf } from './theme.fixtures.js';

const ANSWERS = ['No water\nand rats', '=Rats', 'Hm'].map((text) => ({ text, respondents: 2 }));
const MARKS: Mark[] = [
  { ...mark('Anna', 'No water\nand rats', 2, 5), quote: 'No water […]' },
  { ...mark('Anna', '=Rats'), verdict: 'unclear' },
  mark('Ben', '=Rats', 4),
  { ...mark('Cleo', '=Rats', 4, 5), settles: true },
];
const asLines = (rows: readonly (readonly (string | number)[])[]) =>
  rows.map((cells, k) => ({ line: k + 1, cells: cells.map(String) }));
const HEADING = ['answer', 'coder', 'verdict', 'themes'];
const fault = (...cells: string[]) => {
  try {
    return marksOfTable(recipeOf(), asLines([HEADING, cells]));
  } catch (error) {
    return (error as Error).message;
  }
};

describe('codings as a table', () => {
  it('have a line for each answer and coder, themes by their names, and come back as they were', () => {
    const rows = codingsTable(recipeOf(), ANSWERS, MARKS);
    expect(rows.slice(1).map((row) => row.slice(2))).toEqual([
      ['Anna', '', 'coded', 'Water: Taps; Bees', 'No water […]'],
      ['Anna', '', 'unclear', '', ''],
      ['Ben', '', 'coded', 'Shed', ''],
      ['Cleo', 'yes', 'coded', 'Shed; Bees', ''],
      ['', '', '', '', ''],
    ]);
    expect(marksOfTable(recipeOf(), asLines(rows))).toEqual(MARKS);
  });

  it('of one coder are those alone, with what is left to be coded', () => {
    const rows = codingsTable(recipeOf(), ANSWERS, MARKS, 'Ben').slice(1);
    expect(rows.map(([text, , coder, , verdict]) => [text, coder, verdict])).toEqual([
      ['No water\nand rats', 'Ben', ''],
      ['=Rats', 'Ben', 'coded'],
      ['Hm', 'Ben', ''],
    ]);
  });

  it('are read by headings in any order, themes by short names in any letters', () => {
    const lines = asLines([
      ['Themes', 'Answer'],
      ['taps;  BEES', ' No   water '],
      ['', 'Hm'],
    ]);
    expect(marksOfTable(recipeOf(), lines, 'Anna')).toEqual([mark('Anna', 'No water', 2, 5)]);
  });

  it.each([
    ['an unknown theme', ['a', 'Anna', '', 'Frost'], 'Line 2: the code sheet has no theme “Frost”'],
    ['an unknown coder', ['a', 'Dora', '', 'Bees'], 'nobody called “Dora”'],
    ['no coder', ['a', '', '', 'Bees'], 'does not say who coded'],
    ['an unknown verdict', ['a', 'Anna', 'perhaps', ''], '“perhaps” is no verdict'],
    ['themes and a verdict without any', ['a', 'Anna', 'unclear', 'Bees'], 'do not go together'],
  ])('are refused by their line: %s', (_, cells, message) => {
    expect(fault(...cells)).toContain(message);
  });

  it('are refused where an answer is coded twice, and where there is no such column', () => {
    const twice = asLines([HEADING, ['a', 'Anna', '', 'Bees'], [' a', 'Anna', '', 'Shed']]);
    expect(() => marksOfTable(recipeOf(), twice)).toThrow('Line 3 codes what line 2 codes');
    expect(() => marksOfTable(recipeOf(), asLines([['text']]))).toThrow('no column “answer”');
  });
});
