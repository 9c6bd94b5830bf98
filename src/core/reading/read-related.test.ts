import { describe, expect, it } from 'vitest';
import { part } from './cross-tables.fixtures.js';
import { checks } from './papers.fixtures.js';
import { readRelated } from './read-related.js';

describe('the reading of related answers', () => {
  const request = {
    related: {
      answers: [
        [1, 1, 1],
        [1, 1, 0],
        [1, 0, 0],
        [0, 1, 0],
      ],
      times: [24, 17, 21, 2],
    },
  };
  const answers = readRelated(request, ['Tap', 'Store', 'Compost'], 0.95);
  it('leads with Q, and names the pairs that differ', () => {
    expect(part(answers, 'association').tests[0]).toMatchObject({ id: 'cochran-q', lead: true });
    expect(part(answers, 'where').notes[0]).toMatch(/^“Tap” and “Compost”: adjusted p < \.001\.$/);
    expect(part(answers, 'strength').measures.map(({ value }) => value)).toEqual([62 / 64, 43 / 64, 24 / 64]);
    expect(part(answers, 'say').sentence).toMatch(
      /^Yes was said more often .* from 38% to “Compost” up to 97% to “Tap”/,
    );
  });
  it('says when only few changed, and when nobody did', () => {
    const few = readRelated(
      {
        related: {
          answers: [
            [1, 0],
            [1, 1],
          ],
          times: [4, 90],
        },
      },
      ['a', 'b'],
      0.95,
    );
    expect(checks(few)).toContain('Only 4 respondents');
    const none = readRelated({ related: { answers: [[1, 1]] } }, ['a', 'b'], 0.95);
    expect(none[0]?.notes[0]).toContain('same answer to all questions');
  });
});
