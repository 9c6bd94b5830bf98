import { describe, expect, it } from 'vitest';
import { columnNames } from './names.js';

describe('names of columns', () => {
  it('are trimmed, numbered where empty, told apart where repeated', () => {
    const names = columnNames([' age ', '', 'age', 'age']);
    expect(names.map(({ name }) => name)).toEqual(['age', 'column_2', 'age_2', 'age_3']);
    expect(names.map(({ note }) => note !== null)).toEqual([false, true, true, true]);
  });
});
