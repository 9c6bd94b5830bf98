import type { RosterVariable } from '../../api/types.js';

export function variable(over: Partial<RosterVariable>): RosterVariable {
  return {
    id: 1,
    name: 'q1',
    label: '',
    question: '',
    level: 'unordered',
    codes: [],
    columnId: 1,
    note: '',
    group: '',
    starred: false,
    aside: false,
    shownOrder: [],
    offScale: [],
    madeAt: '',
    column: 'q',
    levels: [],
    codeListId: null,
    workingId: null,
    made: null,
    holds: true,
    answers: 90,
    missing: 6,
    blank: 4,
    picture: { is: 'none' },
    countable: true,
    madeBy: '',
    layer: 'common',
    people: 0,
    says: '',
    ...over,
  };
}

export const AGE = variable({
  id: 2,
  name: 'age',
  level: 'number',
  picture: { is: 'histogram', from: 16, to: 92.5, bins: [1, 2] },
});
