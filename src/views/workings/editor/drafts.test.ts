import { describe, expect, it } from 'vitest';
import type { RosterVariable } from '../../../api/types.js';
import { type EditorDraft, plannedOf, withTargets } from './drafts.js';

const variable = (id: number, label: string): RosterVariable => ({
  id,
  name: `q${id}`,
  label,
  question: '',
  level: 'ordered',
  codes: [],
  columnId: id,
  codeListId: null,
  workingId: null,
  note: '',
  group: '',
  starred: false,
  aside: false,
  shownOrder: [],
  offScale: [],
  madeAt: '2026-01-01',
  madeBy: '',
  layer: 'common',
  people: 0,
  says: '',
  made: null,
  holds: true,
  answers: 90,
  missing: 0,
  blank: 0,
  countable: true,
  column: `q${id}`,
  levels: ['ordered'],
  picture: { is: 'none' },
});
const variables = [variable(1, 'Water'), variable(2, 'Paths')];
const draft: EditorDraft = {
  label: 'Water, in three',
  name: 'water_3',
  recipe: { kind: 'regroup', source: 1, level: 'ordered', groups: [], setAside: [] },
  each: false,
  targets: [],
  place: 0,
  labels: '',
  names: '{name}_2',
  standsIn: false,
  since: null,
  edited: null,
};
const labels = (from: EditorDraft) => plannedOf(from, variables).map(({ label }) => label);

describe('a recipe applied to more variables', () => {
  it('has a pattern for labels where the editor was opened without a source', () => {
    expect(labels(withTargets(draft, [2], variables[0]))).toEqual(['Water, in three', 'Paths, in three']);
    const unnamed = withTargets({ ...draft, label: ' ' }, [2], variables[0]);
    expect(labels(unnamed)).toEqual(['Water, regrouped', 'Paths, regrouped']);
  });

  it('keeps the pattern that was typed', () => {
    const typed = withTargets({ ...draft, labels: 'Short {label}' }, [2], variables[0]);
    expect(labels(typed)).toEqual(['Short Water', 'Short Paths']);
    expect(withTargets(typed, [], variables[0])).toMatchObject({ labels: 'Short {label}', targets: [] });
  });
});
