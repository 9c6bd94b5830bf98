import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { predictedIn, withPredicted } from './predicted.js';

const id = fc.integer({ min: 1, max: 6 });
const sides = fc
  .tuple(id, fc.uniqueArray(id, { minLength: 1, maxLength: 3 }))
  .filter(([rows, columns]) => !columns.includes(rows))
  .map(([rows, columns]) => ({ rows, columns }));
const before = fc.option(fc.oneof(fc.constantFrom('rows' as const, 'columns' as const), fc.uniqueArray(id)), {
  nil: undefined,
});

describe('what is predicted', () => {
  it('is in a block what was chosen there, and stays so elsewhere', () => {
    fc.assert(
      fc.property(
        before,
        sides,
        sides,
        fc.constantFrom('rows' as const, 'columns' as const),
        (list, here, there, side) => {
          const next = withPredicted(list, here, side);
          expect(predictedIn(next, here)).toBe(side);
          const apart = ![there.rows, ...there.columns].some((own) => [here.rows, ...here.columns].includes(own));
          if (apart && Array.isArray(list)) expect(predictedIn(next, there)).toBe(predictedIn(list, there));
        },
      ),
    );
  });

  it('is a variable wherever it stands; one in the rows goes before', () => {
    expect(predictedIn([3], { rows: 1, columns: [2, 3] })).toBe('columns');
    expect(predictedIn([3, 1], { rows: 1, columns: [3] })).toBe('rows');
    expect(predictedIn([3], { rows: 1, columns: [2] })).toBe('rows');
    expect(predictedIn('columns', { rows: 1, columns: [2] })).toBe('columns');
    expect(predictedIn(undefined, { rows: 1, columns: [2] })).toBe('rows');
  });
});
