import { describe, expect, it } from 'vitest';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import { variable } from '../../roster/variable.fixtures.js';
import { type Entry, findWorkings } from './find-workings.js';

const title = (id: number) => `Source ${id}`;
const regroup = (source: number): Recipe => ({
  kind: 'regroup',
  source,
  level: 'ordered',
  groups: [{ code: '1', label: 'Low', from: ['1'] }],
  setAside: [],
});

function entry(id: number, label: string, more: Partial<Entry> = {}, working: Partial<Entry['working']> = {}): Entry {
  return {
    working: {
      id,
      variable: 100 + id,
      recipe: regroup(id),
      proof: { holds: true, findings: [] } as never,
      holds: true,
      signature: '',
      created: `2026-11-0${id}T10:00:00Z`,
      edited: `2026-11-1${9 - id}T10:00:00Z`,
      standsIn: null,
      ...working,
    },
    variable: variable({ id: 100 + id, name: `made_${id}`, label }),
    line: '1 to Low',
    tables: 0,
    variables: 0,
    same: [],
    ...more,
  };
}

const entries = [
  entry(1, 'Satisfaction in three', { tables: 2 }),
  entry(2, 'Age in bands', { variables: 1 }, { holds: false }),
  entry(3, 'Beans'),
];
const matching = (how: Partial<Parameters<typeof findWorkings>[1]>) =>
  findWorkings(entries, { show: 'all', search: '', order: 'newest', ...how }, title).map(({ working }) => working.id);

describe('workings are found', () => {
  it('by words in any order: of the label, the name, the kind, a source, the recipe, the day', () => {
    expect(matching({ search: 'three satisfaction' })).toEqual([1]);
    expect(matching({ search: 'MADE_2' })).toEqual([2]);
    expect(matching({ search: 'source 3' })).toEqual([3]);
    expect(matching({ search: 'regroup low 2026-11-02' })).toEqual([2]);
    expect(matching({ search: 'nothing like it' })).toEqual([]);
  });

  it('by what stands on them, by their proof, by their kind', () => {
    expect(matching({ show: 'used' })).toEqual([2, 1]);
    expect(matching({ show: 'unused' })).toEqual([3]);
    expect(matching({ show: 'failing' })).toEqual([2]);
    expect(matching({ show: 'regroup' })).toEqual([3, 2, 1]);
    expect(matching({ show: 'band' })).toEqual([]);
  });

  it('and put in order', () => {
    expect(matching({ order: 'newest' })).toEqual([3, 2, 1]);
    expect(matching({ order: 'edited' })).toEqual([1, 2, 3]);
    expect(matching({ order: 'label' })).toEqual([2, 3, 1]);
    expect(matching({ order: 'kind' })).toEqual([1, 2, 3]);
  });
});
