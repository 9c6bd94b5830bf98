import { describe, expect, it } from 'vitest';
import { plainFigure } from './plain-figure.js';

describe('a figure in words', () => {
  it('has its decimals, and a percent sign only where that was chosen and it is a percentage', () => {
    expect(plainFigure({ unit: 'percent', decimals: 1 }, 27.46)).toBe('27.5');
    expect(plainFigure({ unit: 'percent', decimals: 0 }, 27.46, { signs: true })).toBe('27%');
    expect(plainFigure({ unit: 'count', decimals: 0 }, 12_345, { signs: true })).toBe('12345');
  });

  it('says of a small p that it is below, and nothing of nothing', () => {
    expect(plainFigure({ unit: 'p', decimals: 3 }, 0.00012)).toBe('<0.001');
    expect(plainFigure({ unit: 'p', decimals: 3 }, 0.0123)).toBe('0.012');
    expect(plainFigure({ unit: 'count', decimals: 0 }, null)).toBe('');
    expect(plainFigure({ unit: 'text', decimals: 0 }, 'B C')).toBe('B C');
  });
});
