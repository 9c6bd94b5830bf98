import { describe, expect, it } from 'vitest';
import { spark } from './spark.js';

const count = (text: string, part: string) => text.split(part).length - 1;

describe('a spark', () => {
  it('has a bar for each value, and none for nothing', () => {
    const svg = spark({ bars: [5, 0, 10], width: 60, height: 30, touching: false });
    expect(count(svg, '<rect')).toBe(3);
    expect(svg).toContain('height="0"');
    expect(svg).toContain('height="28"');
  });
  it('holds when there is nothing at all', () => {
    expect(spark({ bars: [], width: 60, height: 30, touching: true })).toContain('<svg');
    expect(spark({ bars: [0, 0], width: 60, height: 30, touching: true })).not.toContain('NaN');
  });
});
