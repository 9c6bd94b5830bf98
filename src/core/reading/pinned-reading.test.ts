import { describe, expect, it } from 'vitest';
import { cross, HAPPY, readIt, SITES } from './cross-tables.fixtures.js';
import { compareReadings, pinnedReading, PinnedReadingShape } from './pinned-reading.js';

const pinned = (title: string, counts: number[][]) =>
  pinnedReading(
    { title, address: `/${title}`, base: counts.flat().reduce((a, b) => a + b, 0) },
    readIt(cross(HAPPY, SITES, counts)),
  );

const strong = pinned('spring', [
  [60, 10, 40],
  [30, 30, 35],
  [10, 60, 25],
]);
const none = pinned('autumn', [
  [60, 55, 58],
  [30, 30, 35],
  [20, 25, 15],
]);

describe('a pinned reading', () => {
  it('keeps what is said first, and comes back from where it is kept', () => {
    expect(strong).toMatchObject({ title: 'spring', base: 300, verdict: 'Yes, p < .001.' });
    expect(strong.test).toMatch(/^H\(2\) = /);
    expect(strong.measures[0]?.text).toMatch(/^\.\d\d \[\.\d\d, \.\d\d\]$/);
    expect(PinnedReadingShape.parse(JSON.parse(JSON.stringify(strong)))).toEqual(strong);
  });

  it('stands beside another, with whether their intervals meet', () => {
    const lines = compareReadings(strong, none);
    expect(lines.map(({ what }) => what).slice(0, 3)).toEqual(['Base', 'Answer', 'Test']);
    const eta = lines.find(({ what }) => what.startsWith('Eta'));
    expect(eta).toMatchObject({ one: strong.measures[0]?.text, meet: false });
    expect(compareReadings(strong, strong).every(({ one, other, meet }) => one === other && meet !== false)).toBe(true);
  });

  it('shows what one of them alone has', () => {
    const bare = { ...none, measures: [], size: '' };
    const lines = compareReadings(strong, bare);
    expect(lines.find(({ what }) => what === 'Strength')).toMatchObject({ one: strong.size, other: '' });
    expect(lines.filter(({ meet }) => meet !== null)).toEqual([]);
  });
});
