import { describe, expect, it } from 'vitest';
import { penDefinitions, pensFor } from './pens.js';
import { ribbons, targetHeightsFor } from './ribbons.js';
import { spark } from './spark.js';
import { stacked } from './stacked.js';
import { element, label } from './svg.js';

const count = (text: string, part: string) => text.split(part).length - 1;

describe('svg', () => {
  it('escapes text and attributes: a label cannot become markup', () => {
    expect(element('text', { x: 1.23456, 'aria-label': 'a "b" <c>' }, label('<script>'))).toBe(
      '<text x="1.23" aria-label="a &quot;b&quot; &lt;c&gt;">&lt;script&gt;</text>',
    );
    expect(element('rect', { width: 5, fill: undefined })).toBe('<rect width="5"/>');
  });
});

describe('pens', () => {
  it('differ from each other, and run from rising to falling', () => {
    for (let n = 2; n <= 7; n++) {
      const pens = pensFor(n);
      expect(new Set(pens.map(({ id }) => id)).size).toBe(n);
      expect(pens[0]?.angle).toBe(45);
      expect(pens.at(-1)?.angle).toBe(-45);
    }
    expect(pensFor(12)).toHaveLength(12);
  });
  it('are all defined', () => {
    const definitions = penDefinitions();
    for (const { id } of pensFor(8)) expect(definitions).toContain(`id="pen-${id}"`);
  });
});

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

describe('ribbons', () => {
  const laid = ribbons({
    olds: [
      { value: 100, target: 0 },
      { value: 25, target: 0 },
      { value: 50, target: null },
      { value: 0, target: 1 },
    ],
    targets: 2,
    oldTops: [0, 40, 80, 120],
    targetTops: [0, 80],
    targetHeights: [80, 80],
    rowHeight: 40,
    left: 0,
    right: 200,
    most: 100,
  });
  it('are as thick as the root of their respondents', () => {
    expect(laid[0]?.start.thickness).toBe(32);
    expect(laid[1]?.start.thickness).toBe(16);
  });
  it('lie beside each other in a target, never over', () => {
    expect(laid[1]!.end.y).toBeGreaterThanOrEqual(laid[0]!.end.y + laid[0]!.end.thickness);
    expect(laid[1]!.end.y + laid[1]!.end.thickness).toBeLessThanOrEqual(80);
  });
  it('have room in their targets, however many go to one, and what is over is shared', () => {
    const olds = [100, 100, 100, 100, 4, 0].map((value, k) => ({ value, target: k < 4 ? 1 : k === 4 ? 0 : null }));
    const heights = targetHeightsFor(olds, 3, { most: 100, rowHeight: 50, least: 50, all: 400 });
    expect(heights[1]).toBeGreaterThanOrEqual(4 * 44);
    expect(heights.reduce((sum, height) => sum + height, 0)).toBeCloseTo(400, 9);
    expect(heights[0]).toBe(heights[2]);
    const tight = targetHeightsFor(olds, 3, { most: 100, rowHeight: 50, least: 50, all: 100 });
    expect(tight).toEqual([50, 4 * 44, 50]);
  });
  it('dangle where a code goes nowhere, and can be seen where nobody is', () => {
    expect(laid[2]?.to).toBeNull();
    expect(laid[2]?.path).toMatch(/^M0 /);
    expect(laid[3]?.start.thickness).toBe(1);
    for (const { path } of laid) expect(path).not.toContain('NaN');
  });
});
