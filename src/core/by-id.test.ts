import { describe, expect, it } from 'vitest';
import { byId, titleById } from './by-id.js';

const variables = [
  { id: 1, name: 'site', label: 'Site' },
  { id: 2, name: 'age', label: '' },
];

describe('the one of a list that has an id', () => {
  it('is found, or undefined', () => {
    expect(byId(variables, 2)).toBe(variables[1]);
    expect(byId(variables, 3)).toBeUndefined();
    expect(byId(variables, null)).toBeUndefined();
    expect(byId(undefined, 1)).toBeUndefined();
  });

  it('is told by its title', () => {
    expect([1, 2, 3].map((id) => titleById(variables, id))).toEqual(['Site', 'age', 'a variable that is gone']);
  });
});
