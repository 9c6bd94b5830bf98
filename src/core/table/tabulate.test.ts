import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { assessMentions } from '../assess/assess-multiple.js';
import { mentionsOfTable } from '../reading/mentions.js';
import { requestOf } from '../reading/read.js';
import { asGrid } from '../view/as-grid.js';
import { viewOfTable } from '../view/table-view.js';
import { effectiveBase, isUneven, mentionShare, share } from './share.js';
import { OPTIONS, respondent, people, tableOf, totalsOf, weighing, sum } from './survey.fixtures.js';

describe('a weighted table', () => {
  it('has the percentages of a study in which each respondent stands as often as they weigh', () => {
    fc.assert(
      fc.property(people, fc.constantFrom('answer' as const, 'crops' as const), (all, rows) => {
        const table = tableOf(all, { rows, weight: weighing });
        const repeated = tableOf(
          all.flatMap((item) => Array.from({ length: item.weight }, () => item)),
          { rows },
        );
        const plain = tableOf(all, { rows });
        expect(totalsOf(table)).toEqual(totalsOf(repeated));
        expect([table.cells, table.columnBases, table.base]).toEqual([plain.cells, plain.columnBases, plain.base]);
        expect(table.leftOut).toEqual(plain.leftOut);
        for (const percent of ['column', 'row', 'total'] as const) {
          table.cells.forEach((row, i) =>
            row.forEach((_, j) => expect(share(table, percent, i, j)).toBe(share(repeated, percent, i, j))),
          );
        }
        expect(mentionShare(table, 0, null)).toBe(mentionShare(repeated, 0, null));
      }),
    );
  });

  it("has Kish's effective base, no larger than the respondents", () => {
    fc.assert(
      fc.property(people, (all) => {
        const table = tableOf(all, { weight: weighing });
        const mine = all.filter(({ answer, group }) => answer > 0 && group > 0).map(weighing);
        const kish = mine.length === 0 ? 0 : sum(mine) ** 2 / sum(mine.map((w) => w * w));
        expect(effectiveBase(table)).toBeCloseTo(kish, 9);
        expect(effectiveBase(table)).toBeLessThanOrEqual(table.base + 1e-9);
        expect(effectiveBase(tableOf(all, {}), 0)).toBe(tableOf(all, {}).columnBases[0]);
      }),
    );
  });

  it('with one weight for all is tested like an unweighted one', () => {
    fc.assert(
      fc.property(people, fc.double({ min: 0.01, max: 50, noNaN: true }), (all, w) => {
        const [even, plain] = [tableOf(all, { weight: () => w }), tableOf(all, {})];
        expect(isUneven(even)).toBe(false);
        const [request, other] = [requestOf(even, 0.95), requestOf(plain, 0.95)];
        expect(request === null).toBe(other === null);
        if (!request || !other) return;
        const exact = { method: 'none' as const };
        const [tested, wanted] = [assess({ ...request, exact }), assess({ ...other, exact })];
        expect(tested.tests).toEqual(wanted.tests);
        expect(tested.measures).toEqual(wanted.measures);
      }),
    );
  });

  it('leaves out, by name, who has no weight', () => {
    const all = [1, 2, 3].map((answer) => ({ answer, group: 1, season: 1, weight: answer, crops: [] }));
    const table = tableOf(all, { weight: ({ answer }) => (answer === 2 ? NaN : answer === 3 ? -1 : 2) });
    expect(table.leftOut).toEqual([
      { why: 'unweighted', variable: 'Weight', reason: 'without a weight above 0', respondents: 2 },
    ]);
    expect(table.weighted).toMatchObject({ by: 'Weight', sums: { base: 2 }, squares: { base: 4 } });
  });

  it('goes into a file with weighted counts over unweighted, weighted and effective bases', () => {
    const all = [
      { answer: 1, group: 1, season: 1, weight: 3, crops: [] },
      { answer: 2, group: 1, season: 1, weight: 1, crops: [] },
    ];
    const view = viewOfTable('Answer, weighted by Weight', tableOf(all, { by: false, weight: weighing }), {
      marks: null,
      letters: null,
      assessment: null,
    });
    const lines = asGrid(view, {});
    expect(lines[1]).toEqual(['Answer', 'respondents', 'weighted n', '%', '% so far']);
    expect(lines[2]).toEqual(['Answer 1', 1, 3, 75, 75]);
    expect(lines.slice(5, 8)).toEqual([
      ['Base, unweighted', 2],
      ['Weighted base', 4],
      ['Effective base', 1.6],
    ]);
  });
});

describe('options counted in the application', () => {
  it('are tested as they are from a list of respondents, weighted or not', () => {
    fc.assert(
      fc.property(fc.array(respondent, { minLength: 12, maxLength: 80 }), fc.boolean(), (all, weighted) => {
        const table = tableOf(all, { rows: 'crops', weight: weighted ? weighing : null });
        const mine = all.filter(({ group }) => group > 0);
        if (new Set(mine.map(({ group }) => group)).size < 2) return;
        const rows = table.rows.categories.flatMap(({ kind }, i) => (kind === 'option' ? [i] : []));
        const here = assessMentions(
          mentionsOfTable(table),
          rows.map((i) => table.cells[i]!),
          {},
        );
        const listed = assess({
          multiple: {
            groups: mine.map(({ group }) => group - 1),
            mentions: mine.map(({ crops }) => crops),
            options: OPTIONS,
            weights: weighted ? mine.map(weighing) : null,
          },
        });
        expect(here.options.map(({ option }) => option)).toEqual(listed.options.map(({ option }) => option));
        const [p, wanted] = [here.tests['equal-mention']?.p, listed.tests['equal-mention']?.p];
        if (wanted === undefined) expect(p).toBeUndefined();
        else expect(Math.abs(p! - wanted)).toBeLessThan(1e-9);
        here.options.forEach(({ adjustedP }, k) => expect(adjustedP).toBeCloseTo(listed.options[k]!.adjustedP, 9));
      }),
    );
  });
});
