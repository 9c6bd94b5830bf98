import { describe, expect, it } from 'vitest';
import { assess } from './assess.js';
import type { AssessRequest } from './assess/requests.js';
import { Fault } from './fault.js';

function refused(request: AssessRequest): Fault {
  try {
    assess(request);
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
  throw new Error('was taken');
}

describe('what cannot be taken', () => {
  it('is named by its stratum and cell', () => {
    const fault = refused({
      strata: [
        [
          [1, 2],
          [3, 4],
        ],
        [
          [1, 2],
          [3, -4],
        ],
      ],
    });
    expect(fault.message).toContain('Stratum 2: Row 2, column 2 holds -4');
    expect(fault.place).toEqual({ field: 'strata[1]', cell: { row: 2, column: 2 } });
    expect(
      refused({
        strata: [
          [
            [1, 2],
            [3, 4],
          ],
          [[1], [3]],
        ],
      }).message,
    ).toContain('Stratum 2 is 2 x 1');
    expect(
      refused({
        strata: [
          [
            [1, 2],
            [3, 4],
          ],
        ],
      }).message,
    ).toContain('fewer than two');
    const sum = refused({
      strata: [
        [
          [1, 2],
          [3, 4],
        ],
        [
          [1, 2],
          [3, 4],
        ],
      ],
      counts: [
        [2, 4],
        [6, 9],
      ],
    });
    expect(sum.place.cell).toEqual({ row: 2, column: 2 });
  });

  it('is named by its category, respondent, line or unit', () => {
    expect(refused({ oneWay: { counts: [1, NaN] } }).place).toMatchObject({ field: 'oneWay.counts[1]' });
    expect(refused({ oneWay: { counts: [1, 2], proportions: [1] } }).message).toContain('1 proportions for 2');
    expect(refused({ oneWay: { counts: [1, 2], proportions: [1, 0] } }).place.field).toBe('oneWay.proportions[1]');
    const mentioned = (mentions: number[][], weights: number[] | null = null, groups = [0, 1]) =>
      refused({ multiple: { groups, mentions, options: 2, weights } }).message;
    expect(mentioned([[0], [2]])).toContain('Respondent 2 mentions option 2 of 2');
    expect(mentioned([[0], [1]], [1, 0])).toContain('Respondent 2 has a weight of 0');
    expect(mentioned([[0]])).toContain('2 groups, 1 lists');
    expect(mentioned([[0], [1]], null, [0, 1.5])).toContain('Respondent 2 is in group 1.5');
    expect(
      refused({
        related: {
          answers: [
            [1, 0],
            [1, 3],
          ],
        },
      }).place.cell,
    ).toEqual({ row: 2, column: 2 });
    expect(refused({ related: { answers: [[1, 0], [1]] } }).place.cell).toEqual({ row: 2, column: 2 });
    expect(refused({ related: { answers: [[1, 0]], times: [-1] } }).place.field).toBe('related.times');
    expect(refused({ codings: { units: [[1, 2], [1]] } }).place.cell).toEqual({ row: 2, column: 2 });
    const sets = refused({
      codings: {
        units: [
          [1, 2],
          [1, [1, 3]],
        ],
      },
    });
    expect([sets.place.cell, sets.message]).toEqual([{ row: 2, column: 2 }, 'Unit 2 has several codes from coder 2.']);
    expect(sets.mend).toContain('jaccard or masi');
  });
});
