import { describe, expect, it } from 'vitest';
import { transpose } from '../crosstab.js';
import { cramersV } from './cramers-v.js';
import { phi } from './phi.js';
import { table } from './tables.fixtures.js';

describe('phi and V', () => {
  it('agree in size on 2 x 2, and phi has the sign', () => {
    const counts = [
      [5, 20],
      [18, 7],
    ];
    expect(phi(table(counts), 0.95).value).toBeCloseTo(-cramersV(table(counts), 0.95).value, 13);
    expect(phi(transpose(table(counts)), 0.95).value).toBeCloseTo(phi(table(counts), 0.95).value, 13);
  });

  it('are 1 in a perfect table of any square shape', () => {
    expect(
      cramersV(
        table([
          [9, 0, 0],
          [0, 4, 0],
          [0, 0, 6],
        ]),
        0.95,
      ).value,
    ).toBeCloseTo(1, 12);
    expect(
      phi(
        table([
          [9, 0],
          [0, 4],
        ]),
        0.95,
      ).value,
    ).toBe(1);
  });

  it('have a lower end of 0 where nothing is there', () => {
    const v = cramersV(
      table([
        [20, 15],
        [17, 20],
      ]),
      0.95,
    );
    expect(v.lower).toBe(0);
    expect(v.upper).toBeGreaterThan(v.value);
  });

  it('have both ends at 0 where X² is smaller than chance gives in 39 of 40 tables', () => {
    const v = cramersV(
      table([
        [20, 21],
        [19, 20],
      ]),
      0.95,
    );
    expect([v.lower, v.upper]).toEqual([0, 0]);
  });

  it('at exactly 0: V, a root, has no standard error; phi, which has a sign, that of independence', () => {
    const four = phi(
      table([
        [2, 2],
        [4, 4],
      ]),
      0.95,
    );
    expect(four).toMatchObject({ value: 0, z: 0, p: 1 });
    expect(four.ase).toBeCloseTo(1 / Math.sqrt(12), 12);
    expect(four.lower).toBeCloseTo(-four.upper!, 6);
    expect(
      cramersV(
        table([
          [10, 20],
          [20, 40],
        ]),
        0.95,
      ).ase,
    ).toBeUndefined();
  });
});
