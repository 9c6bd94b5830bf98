import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { assess } from '../assess.js';
import { byId } from '../by-id.js';
import { requestOf } from '../reading/read.js';
import { asDisplayed } from '../table/displayed.fixtures.js';
import { people, type Respondent, sum, tableOf, weighing } from '../table/survey.fixtures.js';
import type { Table } from '../table/table.js';
import type { Net } from '../table/net.js';
import { viewOfTable } from './table-view.js';
import { extrasOf } from './whole-view.js';

const NETS: readonly Net[] = [{ label: 'One or two', codes: ['1', '2'] }];
const inNet = {
  answer: ({ answer }: Respondent) => answer === 1 || answer === 2,
  crops: ({ crops }: Respondent) => crops.includes(0) || crops.includes(1),
};
const isIn = (all: readonly Respondent[], group: number | null) =>
  all.filter((person) => (group === null ? person.group > 0 : person.group === group));

function viewed(table: Table) {
  const request = requestOf(table, 0.95);
  const assessment = request && assess({ ...request, exact: { method: 'none' } });
  const view = viewOfTable('', table, extrasOf(table, assessment, 'holm'));
  const line = view.items[0]!.leaves.findIndex(({ is }) => is === 'net');
  const figure = (id: string) => byId(view.blocks[0]![0]!.figures, id as never)?.cells[line];
  return { view, line, figure };
}

describe('a net', () => {
  it('counts each respondent once, in all and in each group, weighted too', () => {
    const rows = fc.constantFrom('answer' as const, 'crops' as const);
    fc.assert(
      fc.property(people, rows, fc.boolean(), (all, of, weighted) => {
        const { figure } = viewed(tableOf(all, { rows: of, nets: NETS, weight: weighted ? weighing : null }));
        const own = [null, 1, 2].map((group) => isIn(all, group).filter(inNet[of]));
        expect(figure('n')).toEqual(own.map(({ length }) => length));
        if (weighted) expect(figure('weighted-n')).toEqual(own.map((mine) => sum(mine.map(weighing))));
      }),
    );
  });

  it('is compared between columns as a variable is that has it and the rest as its two categories', () => {
    fc.assert(
      fc.property(people, fc.boolean(), (all, weighted) => {
        const weight = weighted ? weighing : null;
        const netted = viewed(tableOf(all, { nets: NETS, weight }));
        const two = all.map((person) => ({ ...person, answer: inNet.answer(person) ? 1 : person.answer && 3 }));
        const merged = viewed(tableOf(two, { weight })).view.blocks[0]![0]!;
        for (const id of ['column-percent', 'row-percent', 'lower-limit', 'letters', 'index'] as const) {
          // Where everybody is in the net the other table has one category, and no letters at all.
          const wanted = byId(merged.figures, id)?.cells[0];
          netted.figure(id)?.forEach((value, j) => {
            if (typeof value === 'number') expect(value).toBeCloseTo(Number(wanted?.[j]), 9);
            else expect(value || null).toBe(wanted?.[j] || null);
          });
        }
        const residual = byId(merged.figures, 'adjusted-residual')?.cells[0];
        netted.figure('adjusted-residual')?.forEach((value, j) => {
          if (typeof value === 'number') expect(value).toBeCloseTo(Number(residual?.[j]), 9);
        });
      }),
    );
  });

  it('has the mentions of all its options, and no share of those before it', () => {
    const person = { answer: 1, group: 1, season: 1, weight: 1 };
    const all = [
      { ...person, crops: [0, 1] },
      { ...person, crops: [1] },
      { ...person, group: 2, crops: [2] },
    ];
    const { figure } = viewed(tableOf(all, { rows: 'crops', nets: NETS }));
    expect([figure('n'), figure('mentions')]).toEqual([
      [2, 2, 0],
      [3, 3, 0],
    ]);
    expect(viewed(tableOf(all, { nets: NETS, by: false })).figure('cumulative-percent')).toEqual([null]);
  });

  it('stands by its own share where rows are sorted, its parts with it', () => {
    const answers = [1, 1, 2, 2, 3, 3, 3];
    const all = answers.map((answer) => ({ answer, group: 1, season: 1, weight: 1, crops: [] }));
    const apart: readonly Net[] = [{ label: 'One and two', codes: ['1', '2'] }];
    const { view } = viewed(asDisplayed(tableOf(all, { nets: apart }), { order: 'frequency' }));
    expect(view.items[0]!.leaves.map(({ label }) => label)).toEqual([
      'One and two',
      'Answer 1',
      'Answer 2',
      'Answer 3',
    ]);
  });

  it('leaves what is tested as it is', () => {
    fc.assert(
      fc.property(people, (all) => {
        const [netted, plain] = [tableOf(all, { nets: NETS }), tableOf(all, {})];
        expect({ ...netted, nets: undefined }).toEqual({ ...plain, nets: undefined });
      }),
    );
  });
});
