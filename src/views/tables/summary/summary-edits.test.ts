import { describe, expect, it } from 'vitest';
import { OF_GROWERS, summaryOf } from '../../../core/summary/summary.fixtures.js';
import { EMPTY } from '../url.js';
import { asSummary, decimalsIn, withDecimalsMore, withItem, withItemAt } from './summary-edits.js';

const DRAFT = { ...EMPTY, rows: [{ variable: 1 }, { variable: 2 }, { variable: 3 }], by: [[4], [5]] };
const GROWERS = [1, 2, 3, 4].map((k) => ({ age: 20 + k, mood: 1 + (k % 3), shares: 1, site: 1 + (k % 2), crops: [] }));

describe('edits of a summary', () => {
  it('make one with a single grouping, and tables again', () => {
    const summary = asSummary({ ...DRAFT, battery: true }, true);
    expect(summary).toMatchObject({ summary: true, by: [[4]] });
    expect(summary.battery).toBeUndefined();
    expect(asSummary(summary, false).summary).toBeUndefined();
  });

  it('name an item and move it', () => {
    expect(withItem(DRAFT, 1, { label: 'Plots' }).rows[1]).toEqual({ variable: 2, label: 'Plots' });
    expect(withItemAt(DRAFT, 0, 2).rows.map(({ variable }) => variable)).toEqual([2, 3, 1]);
  });

  it('give all figures but counts a decimal more, and none less than none', () => {
    const { view } = summaryOf(GROWERS, { rows: [{ variable: OF_GROWERS.mood }] });
    const [block, choices] = [view.blocks[0]![0]!, view.items[0]!.figures!];
    expect(decimalsIn(block, choices)).toBe(1);
    const more = withDecimalsMore(block, choices, 1);
    expect(more).toEqual([{ figure: 'count' }, { figure: 'column-percent', decimals: 2 }]);
    expect(decimalsIn(block, withDecimalsMore(block, more, -5))).toBe(0);
  });
});
