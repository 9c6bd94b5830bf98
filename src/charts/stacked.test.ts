import { describe, expect, it } from 'vitest';
import { stacked } from './stacked.js';

describe('stacked bars', () => {
  const svg = stacked({
    groups: ['North', 'South <b>'],
    answers: ['Yes', 'No'],
    shares: [
      [0.25, null],
      [0.75, null],
    ],
    width: 600,
    title: 'Yes by region',
  });
  it('name groups and answers, and say the shares', () => {
    expect(svg).toContain('aria-label="Yes by region"');
    expect(svg).toContain('North, Yes: 25%');
    expect(svg).toContain('South &lt;b&gt;');
    expect(svg).not.toContain('NaN');
  });
});
