import { describe, expect, it } from 'vitest';
import { departures } from './departures.js';

const group = (label: string, value: number | null) => ({ label, value, said: `${value ?? 'nobody'}` });
const heights = (svg: string) => [...svg.matchAll(/<rect [^>]*height="([\d.]+)"/g)].map(([, height]) => Number(height));

describe('bars over and under all together', () => {
  it('are as long as the groups depart, rising over it and falling under it', () => {
    const svg = departures({
      groups: [group('A', 40), group('B', 20), group('C', 30)],
      all: 30,
      width: 60,
      height: 22,
    });
    expect(heights(svg)).toEqual([10, 10, 0]);
    expect(svg.indexOf('rise-2')).toBeLessThan(svg.indexOf('fall-2'));
  });

  it('are none where nobody is, and where nothing departs', () => {
    expect(heights(departures({ groups: [group('<A>', null)], all: 3, width: 60, height: 22 }))).toEqual([0]);
    expect(departures({ groups: [group('<A>', 3)], all: 3, width: 60, height: 22 })).toContain('&lt;A&gt;');
    expect(departures({ groups: [], all: 3, width: 60, height: 22 })).toContain('<svg');
  });
});
