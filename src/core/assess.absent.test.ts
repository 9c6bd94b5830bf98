import type { MeasureId, TestId } from './statistic/registry.js';
import { byId } from './by-id.js';
import { describe, expect, it } from 'vitest';
import { assess } from './assess.js';
import type { AssessRequest } from './assess/requests.js';

describe('what has nothing to say', () => {
  const reason = (request: AssessRequest, id: TestId | MeasureId) => byId(assess(request).absent, id)?.reason;

  it('gives its reason of one list of counts, or of related answers', () => {
    expect(reason({ oneWay: { counts: [5] } }, 'goodness-of-fit')).toContain('two categories');
    expect(reason({ oneWay: { counts: [0, 0] } }, 'goodness-of-fit')).toContain('Nobody');
    expect(reason({ related: { answers: [[1], [0]] } }, 'cochran-q')).toContain('two questions');
    expect(
      reason(
        {
          related: {
            answers: [
              [1, 1],
              [0, 0],
            ],
          },
        },
        'cochran-q',
      ),
    ).toContain('same answer');
  });

  it('gives its reason of codings', () => {
    expect(
      reason(
        {
          codings: {
            units: [
              [1, null],
              [null, 2],
            ],
          },
        },
        'krippendorff-alpha',
      ),
    ).toContain('two codings');
    expect(
      reason(
        {
          codings: {
            units: [
              [1, 1],
              [1, 1],
            ],
          },
        },
        'krippendorff-alpha',
      ),
    ).toContain('one value');
    expect(reason({ codings: { units: [[-1, 1]], metric: 'ratio' } }, 'krippendorff-alpha')).toContain('below 0');
  });

  it('gives its reason of a multiple-response question', () => {
    const alike = { groups: [0, 0], mentions: [[0], [1]], options: 2 };
    expect(reason({ multiple: alike }, 'equal-mention')).toContain('two groups');
    const everybody = { groups: [0, 1], mentions: [[0], [0]], options: 2 };
    expect(reason({ multiple: everybody }, 'equal-mention')).toContain('by nobody or by everybody');
  });

  it('gives its reason of strata and of a table', () => {
    const wide = {
      strata: [
        [
          [1, 2, 3],
          [3, 4, 5],
        ],
        [
          [2, 2, 1],
          [3, 1, 5],
        ],
      ],
    };
    expect(reason(wide, 'breslow-day')).toContain('2 x 2');
    expect(
      reason(
        {
          strata: [
            [
              [1, 0],
              [3, 0],
            ],
            [
              [2, 0],
              [1, 0],
            ],
          ],
        },
        'mantel-haenszel',
      ),
    ).toContain('Only one column');
    expect(
      reason(
        {
          counts: [
            [5, 0],
            [0, 4],
          ],
        },
        'mcnemar',
      ),
    ).toContain('nothing has changed');
  });
});
