import { describe, expect, it } from 'vitest';
import type { Variable } from '../codebook/types.js';
import { Fault } from '../fault.js';
import { findVariable } from './find-variable.js';

const variable = (id: number, name: string, label = '') => ({ id, name, label }) as unknown as Variable;

const STUDY = [
  variable(1, 'site', 'Allotment site'),
  variable(2, 'age', 'Age of the plot holder'),
  variable(3, 'Mood', 'site'),
  variable(4, 'tap', 'Uses it often'),
  variable(5, 'shed', 'Uses it often'),
  variable(6, 'w'),
];
const find = (called: string | number) => findVariable(STUDY, called, 'rows').id;
const faultOf = (called: string | number): Fault => {
  try {
    find(called);
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
  throw new Error('it was found');
};

describe('a variable that is called by something', () => {
  it.each([
    ['its id', 2, 2],
    ['its name, before a label that is the same', 'site', 1],
    ['its name in other letters, with spaces around it', '  MOOD ', 3],
    ['its label', 'age of  the plot holder', 2],
    ['its name, where it has no label', 'W', 6],
  ])('is found by %s', (_, called, id) => {
    expect(find(called)).toBe(id);
  });

  it('is not guessed where two have the label: their names are told', () => {
    expect(faultOf('uses it often')).toMatchObject({
      kind: 'invalid',
      message: '“uses it often” is the label of several variables: tap, shed.',
      place: { field: 'rows' },
    });
  });

  it('that is not there is told with the nearest names', () => {
    expect(faultOf('sites')).toMatchObject({ kind: 'not-found', mend: expect.stringContaining('site') as string });
    expect(faultOf('zebra crossing').mend).toBe('Choose one from the roster, by its name or label.');
    expect(faultOf(77).message).toBe('The study has no variable 77, which "rows" asks for.');
  });

  it('is told no longer than can be read', () => {
    expect(faultOf('x'.repeat(5000)).message.length).toBeLessThan(120);
  });
});
