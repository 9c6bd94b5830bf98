import { describe, expect, it } from 'vitest';
import { allVariables, insertVariable } from './variables.js';
import { studyOfTests } from './study.fixtures.js';

const { db, column, variable } = studyOfTests();

describe('variables', () => {
  it('have a name of their own, and a place behind another', () => {
    const first = variable('first', column('first', 'coded8'));
    variable('last', column('last', 'coded8'));
    insertVariable(
      db,
      {
        name: 'between',
        label: '',
        question: '',
        level: 'ordered',
        columnId: column('x', 'coded8'),
        codeListId: null,
        workingId: null,
      },
      first,
    );
    const names = allVariables(db).map(({ name }) => name);
    expect(names.slice(names.indexOf('first'))).toEqual(['first', 'between', 'last']);
    expect(() => variable('first', column('y', 'coded8'))).toThrow('UNIQUE');
  });
});
