import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assessmentOfTable, read } from '../reading/read.js';
import { byId } from '../by-id.js';
import { scaleLines } from '../view/scale-lines.js';
import { viewOfTable } from '../view/table-view.js';
import { extrasOf } from '../view/whole-view.js';
import type { OffScale } from './sentence.js';
import { counted, people, type Respondent, sum, VARIABLES, weighing } from './survey.fixtures.js';
import { tabulate } from './tabulate.js';
import { variablesAs } from './variables-as.js';

/** The answer 2 has no place on the scale. */
function tableOf(all: readonly Respondent[], offScale: OffScale, weighted: boolean) {
  const { counts, block } = counted(all, { weight: weighted ? weighing : null });
  return tabulate(block, counts, variablesAs(VARIABLES, { codes: [{ variable: 1, code: '2', offScale }] }));
}

const isIn = (all: readonly Respondent[], group: number | null) =>
  all.filter((person) => person.answer > 0 && (group === null ? person.group > 0 : person.group === group));
const GROUPS = [null, 1, 2];

describe('an answer off the scale', () => {
  it('is in no mean, and in the base only where that is said; else it is told beside it', () => {
    fc.assert(
      fc.property(people, fc.constantFrom<OffScale>('in-base', 'aside'), fc.boolean(), (all, offScale, weighted) => {
        const table = tableOf(all, offScale, weighted);
        const weight = weighted ? weighing : () => 1;
        const lines = scaleLines(table);
        const inBase = (group: number | null) =>
          isIn(all, group).filter(({ answer }) => offScale === 'in-base' || answer !== 2);
        expect([table.base, ...table.columnBases]).toEqual(GROUPS.map((group) => inBase(group).length));
        const view = viewOfTable('', table, extrasOf(table, assessmentOfTable(table, 0.95)));
        const shares = byId(view.blocks[0]![0]!.figures, 'column-percent')!;
        GROUPS.forEach((group, k) => {
          const mine = inBase(group).filter(({ answer }) => answer !== 2);
          const all1 = sum(mine.map(weight));
          const mean = sum(mine.map((person) => weight(person) * (person.answer === 1 ? 1 : 2))) / all1;
          expect(byId(lines, 'scale-mean')?.values[k]).toEqual(all1 > 0 ? expect.closeTo(mean) : null);
          const base = sum(inBase(group).map(weight));
          const first = sum(mine.filter(({ answer }) => answer === 1).map(weight));
          expect(shares.cells[0]?.[k]).toEqual(base > 0 ? expect.closeTo((100 * first) / base) : null);
        });
        const aside = GROUPS.map((group) => isIn(all, group).filter(({ answer }) => answer === 2).length);
        if (offScale === 'aside') {
          const [line] = table.silent!.filter(({ why }) => why === 'off-scale');
          expect(line).toMatchObject({ label: 'Answer 2', respondents: { cells: aside.slice(1), total: aside[0] } });
          const reason = table.leftOut.find(({ why }) => why === 'off-scale');
          const everywhere = all.filter(({ answer }) => answer === 2).length;
          expect(reason?.respondents ?? 0).toBe(everywhere);
        } else {
          expect(table.silent!.every(({ why }) => why === 'blank')).toBe(true);
          expect(table.rows.categories.map(({ offScale: is }) => is ?? false)).toEqual([false, true, false]);
        }
      }),
    );
  });

  it('is said where it is asked whether the table can be trusted, with who is on the scale', () => {
    const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
    const all = [1, 2, 3, 3].flatMap((answer, k) =>
      Array.from({ length: 20 + 5 * k }, (_, n) => ({ ...person, answer, group: n % (k + 2) === 0 ? 1 : 2 })),
    );
    const said = (offScale: OffScale) => {
      const table = tableOf(all, offScale, false);
      return read(table, assessmentOfTable(table, 0.95), 0.95)
        .find(({ id }) => id === 'trust')!
        .checks.map(({ text }) => text)
        .join(' ');
    };
    expect(said('in-base')).toContain('“Answer 2” is off the scale: in the percentages and in χ², and in no score');
    expect(said('in-base')).toContain('those are of the 85 respondents on it');
    expect(said('aside')).toContain('“Answer 2” is off the scale and not in the base (25 respondents).');
    expect(said('aside')).toContain('Nobody is left out for want of an answer.');
  });
});
