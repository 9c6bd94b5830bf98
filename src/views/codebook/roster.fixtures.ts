import type { RosterVariable } from '../../api/types.js';
import type { Code } from '../../core/codebook/types.js';

export const code = (name: string, label: string, missing: Code['missing'] = null): Code => ({
  code: name,
  label,
  missing,
});

export const agree = [code('1', 'Agree'), code('2', 'Disagree'), code('9', 'Refused', 'refused')];

export function variable(id: number, over: Partial<RosterVariable> = {}): RosterVariable {
  return {
    id,
    name: `q${id}`,
    label: `Question ${id}`,
    question: '',
    level: 'ordered',
    codes: agree,
    columnId: id,
    codeListId: 7,
    workingId: null,
    note: '',
    group: '',
    starred: false,
    aside: false,
    shownOrder: [],
    offScale: [],
    madeAt: `2026-01-0${id}`,
    madeBy: '',
    layer: 'common',
    people: 0,
    says: '',
    made: null,
    holds: true,
    answers: 90,
    missing: 6,
    blank: 4,
    countable: true,
    column: `q${id}`,
    levels: ['unordered', 'ordered', 'number', 'text'],
    picture: { is: 'none' },
    ...over,
  };
}

export const derived = variable(4, { workingId: 3, made: 'regroup', codeListId: 8 });

export const age = variable(3, {
  name: 'age',
  label: 'Age',
  level: 'number',
  codes: [],
  codeListId: null,
  levels: ['number', 'text'],
});

export const all = [variable(1), variable(2), age, derived];
