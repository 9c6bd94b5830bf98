import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { numberColumn } from '../count/number-column.js';
import { countPlan } from '../count/plan.js';
import type { Variable } from '../codebook/types.js';
import { blockTables } from '../table/block-tables.js';
import type { FigureId } from '../table/figure-choice.js';
import { sentenceOf } from '../table/sentence.js';
import { asGrid } from './as-grid.js';
import { laidOut } from './laid-out.js';
import { wholeView } from './whole-view.js';

const variable = (id: number, label: string, level: Variable['level'], codes: Variable['codes']): Variable => ({
  id,
  name: label.toLowerCase(),
  label,
  question: '',
  level,
  codes,
});
const VARIABLES = [
  variable(1, 'Age', 'number', [{ code: '99', label: 'Refused', missing: 'refused' }]),
  variable(
    2,
    'Site',
    'unordered',
    ['North', 'South', 'Nowhere'].map((label, k) => ({ code: String(k + 1), label, missing: null })),
  ),
];

const age = { kind: 'coded', values: Uint8Array.of(1, 2, 3, 4, 5, 0, 1), codes: ['4', '7', '13', '16', '99'] } as const;
const site = { kind: 'coded', values: Uint8Array.of(1, 1, 1, 1, 1, 1, 2), codes: ['1', '2', '3'] } as const;

function view(by: boolean) {
  const column = numberColumn(age, 'Age', ['99']);
  const counts = countPlan({
    rows: [{ column: column.answered, slots: null, numbers: column }],
    nests: [by ? [site] : []],
    within: null,
    respondents: 7,
    mask: null,
    filtered: [],
    weight: null,
  });
  const blocks = blockTables(sentenceOf(1, { by: by ? [[2]] : [] }), counts, VARIABLES);
  return wholeView('Title', blocks, 1, () => ({ marks: null, letters: null, assessment: null })).view;
}

const cellsOf = (id: FigureId, by = true) => byId(view(by).blocks[0]![0]!.figures, id)?.cells[0];

describe('a number in groups', () => {
  it('has its figures of all, and of each group: 4, 7, 13 and 16 in the north, 4 in the south, nobody nowhere', () => {
    expect(cellsOf('mean')).toEqual([44 / 5, 10, 4, null]);
    expect(cellsOf('sd')).toEqual([
      expect.closeTo(Math.sqrt(118.8 / 4), 12),
      expect.closeTo(Math.sqrt(30), 12),
      null,
      null,
    ]);
    expect(cellsOf('median')).toEqual([7, 10, 4, null]);
    expect(cellsOf('lower-quartile')).toEqual([4, 6.25, 4, null]);
    expect(cellsOf('maximum')).toEqual([16, 16, 4, null]);
    expect(cellsOf('sum')).toEqual([44, 40, 4, null]);
    expect(cellsOf('standard-error')![1]).toBeCloseTo(Math.sqrt(7.5), 12);
    expect(cellsOf('n')).toEqual([5, 4, 1, 0]);
    expect(cellsOf('mean', false)).toEqual([44 / 5]);
  });

  it('stands on who has a number, and tells why others have none', () => {
    const { base, leftOut } = view(true).blocks[0]![0]!;
    expect(base).toBe(5);
    expect(leftOut).toEqual([
      { why: 'missing', variable: 'Age', reason: 'Refused', respondents: 1 },
      { why: 'blank', variable: 'Age', reason: 'blank', respondents: 1 },
    ]);
  });

  it('is laid out with a line for each figure, and a file has a column for each', () => {
    const [laid] = laidOut(view(true), { hatch: true });
    const lines = laid!.body.map((cells) => cells.map(({ text }) => text));
    expect(lines[0]).toEqual(['Age', 'mean', '8.80', '10.00', '4.00', '']);
    expect(lines.map((line) => line.at(-5))).toEqual(['mean', 'standard deviation', 'median', 'Base']);
    const grid = asGrid(view(true), { figures: [{ figure: 'mean' }] });
    expect(grid[1]).toEqual([
      ...['Age', 'North: n', 'South: n', 'Nowhere: n', 'All: n'],
      ...['North: mean', 'South: mean', 'Nowhere: mean', 'All: mean'],
    ]);
    expect(grid[2]).toEqual(['Age', 4, 1, 0, 5, 10, 4, null, 8.8]);
  });
});
