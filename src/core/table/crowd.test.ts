import { describe, expect, it } from 'vitest';
import { crowdAcross } from './crowd.js';

const columns = (count: number, base: number) => Array.from({ length: count }, () => base);

describe('what stands across', () => {
  it('is no crowd where it can be read, or compared', () => {
    expect(crowdAcross([])).toBeNull();
    expect(crowdAcross(columns(25, 1))).toBeNull();
    expect(crowdAcross(columns(60, 1600))).toBeNull();
  });

  it('is one where columns are many and stand on few, or are too many to be looked through', () => {
    expect(crowdAcross(columns(400, 7.5))).toEqual({ columns: 400, empty: 0, each: 7.5 });
    expect(crowdAcross(columns(201, 1e6))).toMatchObject({ columns: 201 });
  });

  it('tells how many columns nobody is in', () => {
    expect(crowdAcross([...columns(20, 5), ...columns(20, 0)])).toEqual({ columns: 40, empty: 20, each: 2.5 });
  });
});
