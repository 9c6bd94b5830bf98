import { describe, expect, it } from 'vitest';
import { tableOf } from '../../core/table/survey.fixtures.js';
import type { Table } from '../../core/table/table.js';
import { headingsAt, placeKey, placesOf, variableAt, withVariableAt } from './heading-place.js';
import { type Draft, EMPTY } from './url.js';

const draft: Draft = { ...EMPTY, rows: [{ variable: 1, counted: ['none'] }, { variable: 2 }], by: [[3], [4, 5]] };

describe('the places of a sentence', () => {
  it('are its row items and each level of what stands across', () => {
    const places = placesOf(draft);
    expect(places.map(placeKey)).toEqual(['rows-0', 'rows-1', 'by-0-0', 'by-1-0', 'by-1-1']);
    expect(places.map((place) => variableAt(draft, place))).toEqual([1, 2, 3, 4, 5]);
    expect(variableAt(draft, { side: 'by', nest: 2, level: 0 })).toBeNull();
  });

  it('take another variable, of which nothing is wanted yet', () => {
    expect(withVariableAt(draft, { side: 'rows', item: 0 }, 9).rows).toEqual([{ variable: 9 }, { variable: 2 }]);
    expect(withVariableAt(draft, { side: 'by', nest: 1, level: 1 }, 9).by).toEqual([[3], [4, 9]]);
  });
});

describe('the headings of a place', () => {
  const person = { answer: 1, group: 1, season: 1, weight: 1, crops: [] };
  const table = tableOf([person, { ...person, answer: 2, group: 2 }], {});

  it('are its answers', () => {
    expect(headingsAt(table, { side: 'rows', item: 0 })).toEqual([
      { code: '1', label: 'Answer 1' },
      { code: '2', label: 'Answer 2' },
      { code: '3', label: 'Answer 3' },
    ]);
    expect(headingsAt(table, { side: 'by', nest: 0, level: 0 }).map(({ code }) => code)).toEqual(['1', '2']);
  });

  it('are those of one level of a nest, each once', () => {
    const step = (variable: number, code: string) => ({ variable, code, label: `Label ${code}` });
    const nested = ['11', '12', '21'].map((both) => ({
      code: both,
      label: both,
      kind: 'answer' as const,
      path: [step(4, both[0]!), step(5, both[1]!)],
    }));
    const split: Table = { ...table, columns: { ...table.columns!, categories: nested } };
    const codesAt = (level: number) => headingsAt(split, { side: 'by', nest: 0, level }).map(({ code }) => code);
    expect([codesAt(0), codesAt(1)]).toEqual([
      ['1', '2'],
      ['1', '2'],
    ]);
  });
});
