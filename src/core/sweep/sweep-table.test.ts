import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { byId } from '../by-id.js';
import { assessmentOfTable, read } from '../reading/read.js';
import { sayP } from '../reading/words.js';
import { people, type Respondent, sum, tableOf, weighing } from '../table/survey.fixtures.js';
import type { Table } from '../table/table.js';
import { sweepTable } from './sweep-table.js';

const inGroup = (all: readonly Respondent[], group: number) => all.filter((person) => person.group === group);
const reading = (table: Table) => read(table, assessmentOfTable(table, 0.95), 0.95);

describe('a line of a sweep', () => {
  it('has the test that leads in the reading of its table, and the strength that stands there', () => {
    const rows = fc.constantFrom('answer' as const, 'crops' as const);
    fc.assert(
      fc.property(people, rows, fc.boolean(), (all, of, weighted) => {
        const table = tableOf(all, { rows: of, weight: weighted ? weighing : null });
        const line = sweepTable(table, [2], 0.95);
        const answers = reading(table);
        const lead = byId(answers, 'association')?.tests.find((test) => test.lead);
        expect(line.n).toBe(table.base);
        expect(line.test === null).toBe(lead === undefined);
        const p = sayP(line.test?.p ?? 1);
        if (line.test && of === 'answer') expect(`${line.test.text}, ${p}`.replace(/^, /, '')).toBe(lead?.text);
        else if (line.test) expect(lead?.text).toContain(p);
        const measures = byId(answers, 'strength')?.measures ?? [];
        const V = of === 'answer' ? byId(measures, 'cramers-v') : measures[0];
        expect([line.strength?.value, line.strength?.lower]).toEqual([V?.value, V?.lower]);
      }),
    );
  });

  it('says which way it runs, by shares that anybody can count', () => {
    fc.assert(
      fc.property(people, (all) => {
        const { direction } = sweepTable(tableOf(all, {}), [2], 0.95);
        if (!direction) return;
        const code = Number(direction.of.replace('Answer ', ''));
        direction.groups.forEach(({ value }, k) => {
          const mine = inGroup(all, k + 1).filter(({ answer }) => answer > 0);
          const wanted =
            mine.length === 0 ? null : (100 * sum(mine.map(({ answer }) => +(answer === code)))) / mine.length;
          if (wanted === null) expect(value).toBeNull();
          else expect(value).toBeCloseTo(wanted, 9);
        });
      }),
    );
  });

  it('is not tested where the weights leave no test, as its reading is not', () => {
    const person = { answer: 3, group: 1, season: 0, weight: 3, crops: [] };
    const all = [person, { ...person, weight: 1 }, { ...person, answer: 1, group: 2, weight: 4 }];
    const table = tableOf(all, { weight: weighing });
    const { test, note } = sweepTable(table, [2], 0.95);
    const [association, ...others] = reading(table);
    expect({ test, note: [note], verdict: association?.verdict }).toEqual({
      test: null,
      note: association?.notes,
      verdict: 'Not tested.',
    });
    expect(others.map(({ id }) => id)).toEqual(['strength', 'trust']);
  });

  it('says why nothing is tested', () => {
    const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
    expect(sweepTable(tableOf([], {}), [2], 0.95)).toMatchObject({ test: null, note: 'Nobody is in this table.' });
    const alone = sweepTable(tableOf([person, { ...person, answer: 2 }], {}), [2], 0.95);
    expect(alone.test).toBeNull();
    expect(alone.note).toContain('nothing to compare');
  });
});
