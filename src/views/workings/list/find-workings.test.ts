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
    made: variable({ id: 100 + id, name: `made_${id}`, label }),
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
const found = (how: Partial<Parameters<typeof findWorkings>[1]>) =>
  findWorkings(entries, { show: 'all', search: '', order: 'newest', ...how }, title).map(({ working }) => working.id);

describe('workings are found', () => {
  it('by words in any order: of the label, the name, the kind, a source, the recipe, the day', () => {
    expect(found({ search: 'three satisfaction' })).toEqual([1]);
    expect(found({ search: 'MADE_2' })).toEqual([2]);
    expect(found({ search: 'source 3' })).toEqual([3]);
    expect(found({ search: 'regroup low 2026-11-02' })).toEqual([2]);
    expect(found({ search: 'nothing like it' })).toEqual([]);
  });

  it('by what stands on them, by their proof, by their kind', () => {
    expect(found({ show: 'used' })).toEqual([2, 1]);
    expect(found({ show: 'unused' })).toEqual([3]);
    expect(found({ show: 'failing' })).toEqual([2]);
    expect(found({ show: 'regroup' })).toEqual([3, 2, 1]);
    expect(found({ show: 'band' })).toEqual([]);
  });

  it('and put in order', () => {
    expect(found({ order: 'newest' })).toEqual([3, 2, 1]);
    expect(found({ order: 'edited' })).toEqual([1, 2, 3]);
    expect(found({ order: 'label' })).toEqual([2, 3, 1]);
    expect(found({ order: 'kind' })).toEqual([1, 2, 3]);
  });
});
