import { describe, expect, it } from 'vitest';
import { stacked } from './stacked.js';

describe('stacked bars', () => {
  const share = (value: number) => ({ value, lower: null, upper: null });
  const svg = stacked({
    groups: ['North', 'South <b>'].map((label) => ({ label, base: 8 })),
    answers: ['Yes', 'No'],
    points: [
      [share(0.25), null],
      [share(0.75), null],
    ],
    departures: [],
    width: 600,
    values: true,
    title: 'Yes by region',
  });
  it('name groups and answers, and say the shares', () => {
    expect(svg).toContain('aria-label="Yes by region"');
    expect(svg).toContain('North, Yes: 25%');
    expect(svg).toContain('South &lt;b&gt;');
    expect(svg).not.toContain('NaN');
  });
});
