import { describe, expect, it } from 'vitest';
import { assessmentOfTable } from '../reading/read.js';
import { arrange } from '../table/order.js';
import { tableOf } from '../table/survey.fixtures.js';
import type { Table } from '../table/table.js';
import { lettersAmong } from './letters-among.js';

const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
const many = (group: number, times: number, answer: number) =>
  Array.from({ length: times }, () => ({ ...person, group, answer }));
/** Two groups far apart, and one of a few beside them. */
const two = tableOf([...many(1, 90, 1), ...many(1, 10, 2), ...many(2, 10, 1), ...many(2, 90, 2)], {});
const few = tableOf([...many(1, 90, 1), ...many(1, 10, 2), ...many(2, 4, 1), ...many(2, 1, 2)], {});

const letters = (table: Table, least: number) =>
  lettersAmong(table, assessmentOfTable(table, 0.95), { adjustment: 'holm', confidence: 0.95, least });

describe('letters among columns that are large enough', () => {
  it('are those of all where all are', () => {
    expect(letters(two, 100)).toEqual(letters(two, 0));
    expect(letters(two, 50)?.above[0]).toEqual(['B', '']);
  });

  it('are none where fewer than two are left', () => {
    expect(letters(few, 30)?.columns ?? null).toBeNull();
  });

  it('leave a small column without a letter, and adjust as if it were not there', () => {
    const columns = two.columns!;
    const three = arrange(two, { rows: [0, 1, 2], columns: [0, 1, 0] });
    const wide: Table = {
      ...three,
      columns: { ...columns, categories: [...columns.categories, { code: '3', label: 'Few', kind: 'answer' }] },
      cells: [
        [90, 10, 3],
        [10, 90, 2],
        [0, 0, 0],
      ],
      rowTotals: [103, 102, 0],
      columnBases: [100, 100, 5],
      base: 205,
    };
    const among = letters(wide, 30);
    expect(among?.columns).toEqual(['A', 'B', null]);
    expect(among?.above.map((line) => line.slice(0, 2))).toEqual(letters(two, 0)?.above);
  });
});
