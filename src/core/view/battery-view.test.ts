import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { batteryTable } from '../table/battery-table.js';
import { people, type Respondent, sum, tableOf, weighing } from '../table/survey.fixtures.js';
import type { Table } from '../table/table.js';
import { asGrid } from './as-grid.js';
import { batteryView } from './battery-view.js';
import { laidOut } from './laid-out.js';
import { tableView } from './table-view.js';
import { extrasOf } from './whole-view.js';

/** Two items over one code list: the answer, and the same of the others in another order. */
const ITEMS = [
  { id: 1, label: 'Water', of: (person: Respondent) => person.answer },
  { id: 9, label: 'Paths', of: (person: Respondent) => (person.season === 0 ? 0 : 4 - person.season) },
] as const;

type Answers = (person: Respondent) => number;

function itemTable(all: readonly Respondent[], { id, label, of }: (typeof ITEMS)[number], weighted: boolean): Table {
  const table = tableOf(
    all.map((person) => ({ ...person, answer: of(person) })),
    { by: false, weight: weighted ? weighing : null },
  );
  return { ...table, rows: { ...table.rows, variable: { ...table.rows.variable, id, name: label, label } } };
}

function battery(all: readonly Respondent[], weighted = false, sort?: string) {
  const tables = ITEMS.map((item) => itemTable(all, item, weighted));
  const blocks = tables.map((table, k) => ({ title: ITEMS[k]!.label, table, extras: extrasOf(table, null) }));
  return { tables, view: batteryView(tableView('Water and Paths by their answers', blocks, 1), { sort }) };
}

const scores = (all: readonly Respondent[], of: Answers) => all.map(of).filter((answer) => answer > 0);

describe('a battery', () => {
  it('has of each item the share of each answer among who answered it, and its mean', () => {
    fc.assert(
      fc.property(people, fc.boolean(), (all, weighted) => {
        const { view } = battery(all, weighted);
        const leaves = view.nests[0]!.leaves;
        const share = byId(view.blocks[0]![0]!.figures, 'column-percent')!;
        ITEMS.forEach(({ of }, k) => {
          const mine = all.filter((person) => of(person) > 0);
          const weight = weighted ? weighing : () => 1;
          const base = sum(mine.map(weight));
          leaves.forEach((leaf, column) => {
            const value = share.cells[k]?.[column] ?? null;
            if (leaf.is === 'answer') {
              const part = sum(mine.filter((person) => String(of(person)) === leaf.code).map(weight));
              expect(value).toEqual(base > 0 ? expect.closeTo((100 * part) / base) : null);
            }
            if (leaf.code !== 'scale-mean') return;
            const total = sum(mine.map((person) => weight(person) * of(person)));
            expect(value).toEqual(base > 0 ? expect.closeTo(total / base) : null);
            expect(share.columns?.[column]?.unit).toBe('value');
          });
        });
      }),
    );
  });

  it('has the base of each item in front, and is sorted by any column, the largest first', () => {
    fc.assert(
      fc.property(people, fc.constantFrom('1', '3', 'scale-mean'), (all, sort) => {
        const { view } = battery(all, false, sort);
        const block = view.blocks[0]![0]!;
        const items = view.items[0]!.leaves;
        expect(byId(block.figures, 'n')?.cells.map(([base]) => base)).toEqual(
          items.map(({ at }) => scores(all, ITEMS[at!]!.of).length),
        );
        const column = view.nests[0]!.leaves.findIndex(({ code }) => code === sort);
        const [first, second] = byId(block.figures, 'column-percent')!.cells.map((line) => line[column]);
        if (typeof first === 'number' && typeof second === 'number') expect(first).toBeGreaterThanOrEqual(second);
        if (first === null) expect(second).toBeNull();
      }),
    );
  });

  it('is laid out for paper and for a file as it is shown', () => {
    const person = { answer: 3, group: 1, season: 3, weight: 1, crops: [] };
    const { view } = battery([person, { ...person, answer: 1 }, { ...person, season: 0 }]);
    const [laid] = laidOut(view, { hatch: true });
    expect(laid!.head[0]!.map(({ text }) => text)).toEqual([
      ...['Item', 'Base', 'Answer 1', 'Answer 2', 'Answer 3', 'Mean score'],
    ]);
    expect(laid!.body.slice(0, 2).map((cells) => cells.map(({ text }) => text))).toEqual([
      ['Water', '%', '', '33.3', '0.0', '66.7', '2.33'],
      ['n', '3', '1', '0', '2', ''],
    ]);
    expect(laid!.notes).toContainEqual(['Left out of Paths, Answer: blank', 1]);
    const grid = asGrid(view, {});
    expect(grid[1]).toEqual([
      'Item',
      ...['Answer 1: n', 'Answer 2: n', 'Answer 3: n', 'Base: n'],
      ...['Answer 1: %', 'Answer 2: %', 'Answer 3: %', 'Mean score'],
    ]);
    expect(grid[3]).toEqual(['Paths', 2, 0, 0, 2, 100, 0, 0, 1]);
  });

  it('is drawn from a table with a column for each item, over its own respondents', () => {
    fc.assert(
      fc.property(people, fc.boolean(), (all, weighted) => {
        const table = batteryTable(battery(all, weighted).tables);
        expect(table.columns?.categories.map(({ label }) => label)).toEqual(['Water', 'Paths']);
        expect(table.columnBases).toEqual(ITEMS.map(({ of }) => scores(all, of).length));
        const weights = (table.weighted?.sums ?? table).cells[0];
        const first = ITEMS.map(({ of }) => all.filter((person) => of(person) === 1));
        expect(weights).toEqual(first.map((own) => sum(own.map(weighted ? weighing : () => 1))));
      }),
    );
  });
});
