import { describe, expect, it } from 'vitest';
import { OF_GROWERS, summaryOf } from '../../../core/summary/summary.fixtures.js';
import { EMPTY } from '../url.js';
import { asSummary, decimalsIn, hasPair, withDecimalsMore, withItem, withItemAt, withPair } from './summary-edits.js';

const DRAFT = { ...EMPTY, rows: [{ variable: 1 }, { variable: 2 }, { variable: 3 }], by: [[4], [5]] };
const GROWERS = [1, 2, 3, 4].map((k) => ({ age: 20 + k, mood: 1 + (k % 3), shares: 1, site: 1 + (k % 2), crops: [] }));

describe('edits of a summary', () => {
  it('make one with a single grouping, and tables again', () => {
    const summary = asSummary({ ...DRAFT, battery: true }, true);
    expect(summary).toMatchObject({ summary: true, by: [[4]] });
    expect(summary.battery).toBeUndefined();
    expect(asSummary(summary, false).summary).toBeUndefined();
  });

  it('show a pair of figures of numbers, and take it away', () => {
    const usual = [{ figure: 'count' }, { figure: 'mean' }, { figure: 'sd' }] as const;
    const both = withPair(usual, 'median [quartiles]');
    expect(both.map(({ figure }) => figure)).toEqual(['count', 'mean', 'sd', 'median', 'quartiles']);
    expect(hasPair(both, 'mean (sd)')).toBe(true);
    expect(withPair(both, 'mean (sd)').map(({ figure }) => figure)).toEqual(['count', 'median', 'quartiles']);
    expect(withPair([{ figure: 'sd' }], 'mean (sd)').map(({ figure }) => figure)).toEqual(['mean', 'sd']);
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
