import { describe, expect, it } from 'vitest';
import { bars } from './table/bars.js';
import { standalone } from './standalone.js';

const chart = bars({
  title: 'Mood by <region>',
  groups: [
    { label: 'North', base: 10 },
    { label: 'South', base: 10 },
  ],
  answers: ['Good'],
  points: [[{ value: 0.5, lower: 0.2, upper: 0.8 }, null]],
  departures: [[null, null]],
  width: 600,
  values: true,
});

describe('a chart as a file', () => {
  const file = standalone(chart, (name) => (name === '--page' ? '#ffffff' : '#101010'));
  it('needs nothing of the page: its pens are in it, its colours are said', () => {
    expect(file).not.toContain('var(');
    expect(file).toContain('xmlns="http://www.w3.org/2000/svg"');
    for (const [, pen] of file.matchAll(/url\(#([\w-]+)\)/g)) expect(file).toContain(`id="${pen}"`);
    expect(file).toContain('fill="#ffffff"');
  });

  it('says what it shows to who does not see it', () => {
    expect(file).toContain('<title>Mood by &lt;region&gt;</title>');
  });

  it('stands under a title that it was given, and is as much higher', () => {
    const [, height] = /viewBox="0 0 600 ([\d.]+)"/.exec(file) ?? [];
    const headed = standalone(chart, () => '#101010', 'Mood <up> north');
    expect(headed).toContain(`viewBox="0 0 600 ${Number(height) + 32}"`);
    expect(headed).toContain(` height="${Number(height) + 32}"`);
    expect(headed).toContain('class="heading">Mood &lt;up&gt; north</text>');
    expect(headed.match(/<svg/g)).toHaveLength(1);
    expect(headed.match(/<g/g)?.length).toBe(headed.match(/<\/g>/g)?.length);
    expect(headed.endsWith('</g></svg>')).toBe(true);
  });
});
