import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { axis, tableOf } from '../reading/axes.fixtures.js';
import type { FigureChoice } from '../table/figure-choice.js';
import { arrange } from '../table/order.js';
import type { Table } from '../table/table.js';
import { asGrid } from './as-grid.js';
import { laidOut } from './laid-out.js';
import { scaleLines } from './scale-lines.js';
import { viewOfTable } from './table-view.js';

const HOW = axis('How', 'ordered', ['1', '2', '3', '4'], ['never', 'seldom', 'often', 'always']);
const SITE = axis('Site', 'unordered', ['n', 's', 'x'], ['North', 'South', 'Nowhere']);
/** North: mean (1·2 + 2·2 + 3·4 + 4·2)/10 = 2.6; south: all always. */
const TABLE = tableOf(HOW, SITE, [
  [2, 0, 0],
  [2, 0, 0],
  [4, 0, 0],
  [2, 10, 0],
]);

const valuesOf = (table: Table) => Object.fromEntries(scaleLines(table).map(({ id, values }) => [id, values]));
const viewOf = (table: Table) => viewOfTable('How by Site', table, { marks: null, letters: null, assessment: null });
const CHOICES: FigureChoice[] = [{ figure: 'column-percent' }, { figure: 'top-two' }, { figure: 'scale-mean' }];

describe('lines under a scale', () => {
  it('are of all, and of each column: the two at each end, the one less the other, mean and spread', () => {
    expect(valuesOf(TABLE)).toEqual({
      'top-two': [80, 60, 100, null],
      'bottom-two': [20, 40, 0, null],
      'net-difference': [60, 20, 100, null],
      'scale-mean': [3.3, 2.6, 4, null],
      // North: 2·1.6² + 2·0.6² + 4·0.4² + 2·1.4² = 10.4, over 9.
      'scale-sd': [expect.closeTo(Math.sqrt(20.2 / 19), 12), expect.closeTo(Math.sqrt(10.4 / 9), 12), 0, null],
    });
    expect(scaleLines(TABLE)[0]?.label).toBe('Top two: often, always');
  });

  it('are of the scores that were given, the others their places', () => {
    const rows = { ...TABLE.rows, variable: { ...TABLE.rows.variable, scores: { 4: 52 } } };
    const lines = scaleLines({ ...TABLE, rows });
    // North: (1·2 + 2·2 + 3·4 + 52·2)/10.
    expect(byId(lines, 'scale-mean')?.values.slice(1, 3)).toEqual([12.2, 52]);
    expect(byId(lines, 'scale-mean')).toMatchObject({
      label: 'Mean score, own scores',
      about: 'Scores: never 1, seldom 2, often 3, always 52.',
    });
    expect(byId(lines, 'top-two')?.values).toEqual(byId(scaleLines(TABLE), 'top-two')?.values);
  });

  it('are the same however the rows are shown', () => {
    const turned = arrange(TABLE, { rows: [3, 0, 2, 1], columns: [0, 1, 2] });
    expect(valuesOf(turned)).toEqual(valuesOf(TABLE));
    expect(scaleLines(turned)[0]?.label).toBe('Top two: often, always');
  });

  it('weigh respondents where they are weighted', () => {
    const sums = tableOf(HOW, SITE, [
      [4, 0, 0],
      [2, 0, 0],
      [2, 0, 0],
      [2, 10, 0],
    ]);
    const weighted = { ...TABLE, weighted: { by: 'w', sums, squares: sums } } as unknown as Table;
    expect(valuesOf(weighted)['scale-mean']?.slice(0, 3)).toEqual([(4 + 4 + 6 + 8 + 40) / 20, 2.2, 4]);
    expect(valuesOf(weighted)['top-two']?.[1]).toBe(40);
  });

  it('are none of what has no order, and no ends of a scale of three', () => {
    expect(scaleLines({ ...TABLE, rows: axis('How', 'unordered', ['1', '2', '3', '4']) })).toEqual([]);
    const three = tableOf(axis('How', 'ordered', ['1', '2', '3']), SITE, [
      [1, 1, 1],
      [1, 1, 1],
      [1, 1, 1],
    ]);
    expect(scaleLines(three).map(({ id }) => id)).toEqual(['scale-mean', 'scale-sd']);
  });

  it('stand under the categories in a copy, and in a file, where they are chosen', () => {
    const [copy] = laidOut(viewOf(TABLE), { hatch: false, figures: CHOICES, signs: true });
    const texts = copy!.body.map((line) => line.map(({ text }) => text));
    expect(texts.slice(-3)).toEqual([
      ['Top two: often, always', '80.0%', '60.0%', '100.0%', ''],
      ['Mean score, 1 to 4', '3.30', '2.60', '4.00', ''],
      ['Base', '20', '10', '10', '0'],
    ]);
    const grid = asGrid(viewOf(TABLE), { figures: CHOICES });
    const heading = grid.find((line) => line[0] === 'How')!;
    const mean = grid.find((line) => line[0] === 'Mean score, 1 to 4')!;
    expect(mean[heading.indexOf('North: column %')]).toBe(2.6);
    expect(mean[heading.indexOf('North: n')]).toBeNull();
    expect(grid.some((line) => String(line[0]).startsWith('Bottom two'))).toBe(false);
    expect(byId(viewOf(TABLE).blocks[0]![0]!.scale, 'bottom-two')?.values[0]).toBe(20);
  });
});
