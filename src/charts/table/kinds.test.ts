import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PICTURES } from '../../core/table/picture-kinds.js';
import { draw } from './kinds.js';
import type { Box, PictureSpec } from './spec.js';

const share = fc.double({ min: 0, max: 1, noNaN: true });
const point = fc.option(
  fc.tuple(share, share, share).map((three) => {
    const [lower = 0, value = 0, upper = 0] = [...three].sort((a, b) => a - b);
    return { lower, value, upper };
  }),
);
const spec = fc.tuple(fc.integer({ min: 1, max: 7 }), fc.integer({ min: 1, max: 7 })).chain(([answers, groups]) =>
  fc
    .array(fc.array(point, { minLength: groups, maxLength: groups }), { minLength: answers, maxLength: answers })
    .map((points): PictureSpec => ({
      title: 'A <picture>',
      groups: Array.from({ length: groups }, (_, j) => ({ label: `Group ${j} & more`, base: j })),
      answers: points.map((_, i) => `Answer ${i} <i>`),
      points,
      departures: points.map((line) => line.map((_, j) => (j % 2 === 0 ? 'more' : null))),
      width: 690,
      values: true,
    })),
);

const box: Box = {
  label: 'Mill Row',
  minimum: 16,
  lowerQuartile: 45,
  median: 56,
  upperQuartile: 65,
  maximum: 92,
  mean: 55.2,
  lower: 53.8,
  upper: 56.6,
};

describe('the pictures of a table', () => {
  it('say what they show, escape every name, and have a number wherever one is asked for', () => {
    fc.assert(
      fc.property(spec, fc.constantFrom(...PICTURES), (own, kind) => {
        if (kind === 'slopes' && own.groups.length !== 2) return;
        const svg = draw(kind, { of: 'shares', spec: own });
        expect(svg).not.toMatch(/NaN|undefined|Infinity|<i>/);
        if (svg !== '') expect(svg).toContain('aria-label="A &lt;picture&gt;"');
      }),
    );
  });

  it('leave what is off the scale out of bars that part, and say so', () => {
    const one = { value: 0.3, lower: null, upper: null };
    const own: PictureSpec = {
      title: 'Uses',
      groups: [{ label: 'Tap', base: 10 }],
      answers: ['Often', 'Never', 'Not here'],
      offScale: [2],
      points: [[one], [one], [one]],
      departures: [[null], [null], [null]],
      width: 690,
      values: true,
    };
    const svg = draw('diverging', { of: 'shares', spec: own });
    expect(svg).toContain('Not drawn, as off the scale: Not here');
    expect(svg).not.toContain('Tap, Not here');
    expect(draw('stacked', { of: 'shares', spec: own })).toContain('Tap, Not here');
  });

  it('have a bar, or a dot, of each answer in each group, as long as its share', () => {
    const points = [
      [
        { value: 0.5, lower: 0.4, upper: 0.6 },
        { value: 0.25, lower: 0.2, upper: 0.3 },
      ],
    ];
    const groups = ['North', 'South'].map((label) => ({ label, base: 10 }));
    const own: PictureSpec = {
      title: '',
      groups,
      answers: ['Yes'],
      points,
      departures: [[null, null]],
      width: 690,
      values: false,
    };
    const widths = [...draw('bars', { of: 'shares', spec: own }).matchAll(/<rect [^>]*width="([\d.]+)" height="13"/g)];
    const [north = 0, south = 0] = widths.map(([, width]) => Number(width));
    expect(north / south).toBeCloseTo(2, 1);
    for (const kind of ['bars', 'dots', 'stacked', 'mosaic'] as const) {
      const svg = draw(kind, { of: 'shares', spec: own });
      expect(svg).toMatch(/North/);
      expect(svg).toContain('25%');
    }
  });

  it('of a number tell its quartiles, or its mean with limits', () => {
    const numbers = {
      of: 'numbers' as const,
      spec: { title: 'Age', boxes: [box], densities: null, pairs: null, decimals: 1, width: 690, values: true },
    };
    expect(draw('boxes', numbers)).toContain('Mill Row: median 56.0, quartiles 45.0 and 65.0, from 16.0 to 92.0');
    expect(draw('means', numbers)).toContain('Mill Row: mean 55.2');
    expect((['bars', 'densities', 'scatter'] as const).map((kind) => draw(kind, numbers))).toEqual(['', '', '']);
  });
});
