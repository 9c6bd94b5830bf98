import { expect, it } from 'vitest';
import { densityHills } from './densities.js';

it('a number by groups is a hill each, as high as it is dense', () => {
  const group = (label: string, heights: number[] | null) => ({
    code: label,
    label,
    n: 1200,
    median: 41.5,
    bandwidth: heights && 2,
    heights,
  });
  const densities = {
    of: 'densities' as const,
    title: 'Age',
    grid: [0, 50, 100],
    groups: [group('North', [0, 0.02, 0]), group('South', [0, 0.01, 0]), group('East', null)],
  };
  const svg = densityHills({ title: 'Chart: Age by Site', densities, decimals: 1, width: 690, values: true });
  expect(svg).toContain('North: 1,200 respondents, median 41.5');
  const rise = [...svg.matchAll(/<path d="M[\d.]+,([\d.]+)L[\d.]+,([\d.]+)L[\d.]+,[\d.]+" fill="none"/g)].map(
    ([, ground, top]) => Number(ground) - Number(top),
  );
  expect(rise[0]! / rise[1]!).toBeCloseTo(2, 1);
});
