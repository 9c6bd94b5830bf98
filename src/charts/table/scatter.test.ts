import { describe, expect, it } from 'vitest';
import type { Pairs } from '../../core/spread/types.js';
import { draw } from './kinds.js';

const frame = { title: 'Chart: Years by Age', boxes: [], decimals: 1, width: 690, values: true };
const PAIRS: Pairs = {
  of: 'pairs',
  xTitle: 'Age',
  yTitle: 'Years',
  n: 3,
  x: { minimum: 16, maximum: 92 },
  y: { minimum: 0, maximum: 60 },
  points: [
    [20, 1, 2],
    [60, 30, 1],
  ],
  hexagons: null,
  moments: null,
  r: { value: -0.5, lower: -0.9, upper: 0.2, p: 0.3, error: null },
  line: { slope: -0.25, intercept: 12 },
};
const scatter = (pairs: Pairs) => draw('scatter', { of: 'numbers', spec: { ...frame, densities: null, pairs } });

describe('two numbers', () => {
  it('are dots with r and the line written over them', () => {
    const svg = scatter(PAIRS);
    expect(svg.match(/<circle/g)).toHaveLength(2);
    expect(svg).toContain('20, 1: 2');
    expect(svg).toContain('3 respondents, r = −.50 (−.90 to .20), Years = 12.00 − 0.25 × Age');
  });

  it('beyond so many are a honeycomb, the darkest where most are', () => {
    const cells = [
      { x: 20, y: 3, respondents: 4 },
      { x: 40, y: 9, respondents: 1 },
    ];
    const svg = scatter({ ...PAIRS, points: null, hexagons: { wide: 2, high: 4, cells } });
    const dark = [...svg.matchAll(/fill-opacity="([\d.]+)"/g)].map(([, value]) => Number(value));
    expect(dark[0]).toBe(1);
    expect(dark[1]).toBeLessThan(1);
  });

  it('have no line where one of them does not vary, nor where it passes by', () => {
    const line = /stroke="var\(--pen-last\)"/;
    expect(scatter(PAIRS)).toMatch(line);
    expect(scatter({ ...PAIRS, line: null, r: null })).not.toMatch(line);
    expect(scatter({ ...PAIRS, line: { slope: 0, intercept: 900 } })).not.toMatch(line);
  });
});
