import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { counted, people, type Respondent, sum, VARIABLES, weighing } from '../table/survey.fixtures.js';
import { tabulate } from '../table/tabulate.js';
import { variablesAs } from '../table/variables-as.js';
import { asGrid } from './as-grid.js';
import { laidOut } from './laid-out.js';
import { viewOfTable } from './table-view.js';

const NOTHING_ELSE = { marks: null, letters: null, assessment: null };
const GROUPS = [null, 1, 2];
const isIn = ({ group: own }: Respondent, group: number | null) => (group === null ? own > 0 : own === group);

/** Answer 3 is a refusal; 0 is blank. */
function viewOf(all: readonly Respondent[], weighted: boolean) {
  const { counts, block } = counted(all, { weight: weighted ? weighing : null });
  const variables = variablesAs(VARIABLES, { codes: [] }).map((variable) =>
    variable.id === 1
      ? {
          ...variable,
          codes: variable.codes.map((code, k) => ({ ...code, missing: k === 2 ? ('refused' as const) : null })),
        }
      : variable,
  );
  return viewOfTable('Answer by Group', tabulate(block, counts, variables), NOTHING_ELSE);
}

const KINDS = [
  ['Gave an answer', ({ answer }: Respondent) => answer === 1 || answer === 2],
  ['Answer 3', ({ answer }: Respondent) => answer === 3],
  ['Blank', ({ answer }: Respondent) => answer === 0],
  ['All, answered or not', () => true],
] as const;

describe('who was asked, in a cross table', () => {
  it('stands in a line for each kind of no answer, as counted by hand, with percentages of all', () => {
    fc.assert(
      fc.property(people, fc.boolean(), (all, weighted) => {
        const block = viewOf(all, weighted).blocks[0]![0]!;
        const weight = weighted ? weighing : () => 1;
        const someone = KINDS.filter(([, is], k) => k === 0 || all.some(is));
        expect(block.asked.map(({ label }) => label)).toEqual(someone.map(([label]) => label));
        const shares = byId(block.figures, 'all-percent')!;
        GROUPS.forEach((group, column) => {
          const mine = all.filter((person) => isIn(person, group));
          const asked = sum(mine.map(weight));
          const shareOf = (is: (person: Respondent) => boolean): unknown =>
            asked > 0 ? expect.closeTo((100 * sum(mine.filter(is).map(weight))) / asked) : null;
          someone.forEach(([, is], line) => {
            const { values } = block.asked[line]!;
            expect(values.n![column]).toBe(mine.filter(is).length);
            expect(values['all-percent']![column]).toEqual(shareOf(is));
            if (weighted) expect(values['weighted-n']![column]).toBeCloseTo(sum(mine.filter(is).map(weight)));
          });
          expect(shares.cells[0]![column]).toEqual(shareOf(({ answer }) => answer === 1));
        });
      }),
    );
  });

  const person = { group: 1, season: 1, weight: 1, crops: [] };
  const all = [1, 1, 2, 3, 0, 0].map((answer, k) => ({ ...person, answer, group: k < 3 ? 1 : 2 }));
  const figures = (['count', 'all-percent'] as const).map((figure) => ({ figure }));

  it('is copied as it is shown, and stands in the columns of a file', () => {
    const view = viewOf(all, false);
    const [copy] = laidOut(view, { hatch: false, figures });
    expect(copy!.body.slice(4).map((line) => line.map(({ text }) => text))).toEqual([
      ['Base', '3', '3', '0'],
      ['Gave an answer', 'n', '3', '3', '0'],
      ['% of all', '50.0', '100.0', '0.0'],
      ['Answer 3', 'n', '1', '0', '1'],
      ['% of all', '16.7', '0.0', '33.3'],
      ['Blank', 'n', '2', '0', '2'],
      ['% of all', '33.3', '0.0', '66.7'],
      ['All, answered or not', 'n', '6', '3', '3'],
      ['% of all', '100.0', '100.0', '100.0'],
    ]);
    const lines = asGrid(view, { figures }).map(([label, ...cells]) => [label, ...cells]);
    expect(lines.find(([label]) => label === 'Blank')).toEqual(['Blank', 0, 2, 2, 0, 66.6667, 33.3333]);
    const without = laidOut(view, { hatch: false })[0]!.body;
    expect(without.at(-1)!.map(({ text }) => text)).toEqual(['Base', '3', '3', '0']);
  });
});
