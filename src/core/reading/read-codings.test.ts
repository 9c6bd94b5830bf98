import { describe, expect, it } from 'vitest';
import { part } from './cross-tables.fixtures.js';
import { checks } from './papers.fixtures.js';
import { readCodings } from './read-codings.js';

describe('the reading of codings', () => {
  const agreed = Array.from({ length: 30 }, (_, k) => [k % 3, k % 3, k === 4 ? 0 : k % 3]);
  it('says whether the coding can be relied on, by the limits of the literature', () => {
    const good = readCodings({ codings: { units: agreed } }, 0.95);
    expect(part(good, 'strength').verdict).toBe('Yes, the coding can be relied on.');
    expect(part(good, 'say').sentence).toMatch(/^3 coders, 30 units: Krippendorff's α = \.97 \[\.\d\d, 1\.00\]/);
    const poor = readCodings(
      { codings: { units: agreed.map(([a], k) => [a!, (k * 7) % 3 === 0 ? a! : (a! + k) % 3]) } },
      0.95,
    );
    expect(part(poor, 'strength').verdict).toMatch(/^(Too little to build on|No more than chance)/);
  });
  it('leaves out units of one coding, and says when nothing can be compared', () => {
    expect(checks(readCodings({ codings: { units: [...agreed, [1, null, null]] } }, 0.95))).toContain(
      '1 unit with fewer than two',
    );
    expect(
      readCodings(
        {
          codings: {
            units: [
              [1, 1],
              [1, 1],
            ],
          },
        },
        0.95,
      )[0]?.verdict,
    ).toBe('Cannot be said.');
  });
});
