import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../../by-id.js';
import { people, tableOf, weighing } from '../../table/survey.fixtures.js';
import { viewOfTable } from '../../view/table-view.js';
import { extrasOf } from '../../view/whole-view.js';
import { assessmentOfTable } from '../read.js';
import { cellExamples } from './cell-examples.js';

describe('the worked examples of a cell', () => {
  it('come to the figures that stand in it', () => {
    const rows = fc.constantFrom('answer' as const, 'crops' as const);
    fc.assert(
      fc.property(people, rows, fc.boolean(), (all, of, weighted) => {
        const table = tableOf(all, { rows: of, weight: weighted ? weighing : null });
        const { figures } = viewOfTable('', table, extrasOf(table, assessmentOfTable(table, 0.95))).blocks[0]![0]!;
        table.rows.categories.forEach((_, i) =>
          [null, 0, 1].forEach((j, k) => {
            for (const { id, example } of cellExamples(table, i, j)) {
              const shown = byId(figures, id)?.cells[i]?.[k];
              if (typeof shown === 'number') expect([id, example.result]).toEqual([id, expect.closeTo(shown, 9)]);
              expect(example.steps.length).toBeGreaterThan(0);
            }
          }),
        );
      }),
    );
  });

  it('are none of numbers, and of nobody', () => {
    expect(cellExamples(tableOf([], {}), 0, 0)).toEqual([]);
  });
});
