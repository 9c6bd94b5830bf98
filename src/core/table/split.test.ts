import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assessStrata } from '../assess/assess-strata.js';
import { assessSplit } from '../reading/split/assess-split.js';
import { split } from './split.js';
import {
  VARIABLES,
  type Respondent,
  people,
  type Asked,
  counted,
  tableOf,
  totalsOf,
  weighing,
  sum,
} from './survey.fixtures.js';

const splitOf = (all: readonly Respondent[], asked: Asked) => {
  const { counts, block } = counted(all, { ...asked, within: true });
  return split(block, counts, VARIABLES);
};

describe('a table within a third variable', () => {
  it('has for each category the table of those respondents alone', () => {
    fc.assert(
      fc.property(people, fc.constantFrom('answer' as const, 'crops' as const), fc.boolean(), (all, rows, weighted) => {
        const asked = { rows, weight: weighted ? weighing : null };
        const { strata } = splitOf(all, asked);
        expect(strata.map(({ code }) => code)).toEqual(['1', '2', '3']);
        strata.forEach(({ code, table }) => {
          const alone = tableOf(all, { ...asked, season: Number(code) });
          expect(totalsOf(table)).toEqual(totalsOf(alone));
          expect([table.cells, table.base, table.weighted]).toEqual([alone.cells, alone.base, alone.weighted]);
          expect(table.together).toEqual(alone.together);
          expect(table.total).toBe(all.filter(({ season }) => season === Number(code)).length);
        });
      }),
    );
  });

  it('adds up to the table of all, who is left out of it included', () => {
    fc.assert(
      fc.property(people, fc.constantFrom('answer' as const, 'crops' as const), (all, rows) => {
        const { all: together, strata } = splitOf(all, { rows });
        together.cells.forEach((row, i) =>
          row.forEach((cell, j) => expect(cell).toBe(sum(strata.map(({ table }) => table.cells[i]?.[j] ?? 0)))),
        );
        expect(together.base).toBe(sum(strata.map(({ table }) => table.base)));
        expect(together.base + sum((together.leftOut ?? []).map((leftOut) => leftOut.respondents))).toBe(all.length);
      }),
    );
  });

  it('is assessed as the same strata are from outside', () => {
    fc.assert(
      fc.property(people, (all) => {
        const made = splitOf(all, {});
        const { within, strata } = assessSplit(made, 0.95);
        expect(strata).toHaveLength(3);
        if (!within) return;
        const listed = assessStrata({
          strata: made.strata.map(({ table }) => table.cells),
          rowLevel: 'ordered',
          columnLevel: 'unordered',
          groups: 'columns',
          exact: { method: 'none' },
        });
        expect(within.tests).toEqual(listed.tests);
        expect(within.measures).toEqual(listed.measures);
      }),
    );
  });
});
