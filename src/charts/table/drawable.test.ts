import { describe, expect, it } from 'vitest';
import { assessmentOfTable } from '../../core/reading/read.js';
import { tableOf } from '../../core/table/survey.fixtures.js';
import { viewOfTable } from '../../core/view/table-view.js';
import { extrasOf } from '../../core/view/whole-view.js';
import { drawableOf } from './drawable.js';

const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
const many = (group: number, answer: number, times: number) =>
  Array.from({ length: times }, () => ({ ...person, group, answer }));
const all = [...many(1, 1, 80), ...many(1, 2, 20), ...many(2, 1, 20), ...many(2, 2, 80)];
const how = { title: 'Answer by Group', width: 690, values: true };

function specOf(asked: Parameters<typeof tableOf>[1]) {
  const table = tableOf(all, asked);
  const block = viewOfTable('', table, extrasOf(table, assessmentOfTable(table, 0.95))).blocks[0]![0]!;
  const drawable = drawableOf(table, block, how);
  return drawable.of === 'shares' ? drawable.spec : null;
}

describe('a table as its pictures take it', () => {
  it('has the shares of each group with their limits, and which cells depart from independence', () => {
    const spec = specOf({});
    expect(spec?.groups.map(({ base }) => base)).toEqual([100, 100]);
    expect(spec?.points[0]?.map((point) => point?.value)).toEqual([0.8, 0.2]);
    expect(spec?.points[0]?.[0]?.lower).toBeCloseTo(0.711, 3);
    expect(spec?.departures[0]).toEqual(['more', 'fewer']);
  });

  it('looks at the lines of the categories, where nets stand between them', () => {
    const nets = [{ label: 'Two or three', codes: ['2', '3'], parts: 'over' as const }];
    expect(specOf({ nets })?.departures).toEqual(specOf({})?.departures);
  });

  it('has one group without a name where nothing goes across', () => {
    const spec = specOf({ by: false });
    expect(spec?.groups).toEqual([{ label: '', base: 200 }]);
    expect(spec?.points.map(([point]) => point?.value)).toEqual([0.5, 0.5, 0]);
  });
});
