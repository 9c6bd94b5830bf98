import { describe, expect, it } from 'vitest';
import type { Pairs } from '../../spread/types.js';
import { readPairs } from './read-pairs.js';

const PAIRS: Pairs = {
  of: 'pairs',
  xTitle: 'Age',
  yTitle: 'Years',
  n: 2359,
  x: { minimum: 16, maximum: 92 },
  y: { minimum: 0, maximum: 76 },
  points: null,
  hexagons: null,
  moments: { weight: 2359, meanX: 51, meanY: 5, xx: 800000, yy: 200000, xy: 184000 },
  r: { value: 0.46, lower: 0.43, upper: 0.49, p: 1e-9, error: null },
  line: { slope: 0.234, intercept: -7 },
};
const said = (pairs: Pairs) => JSON.stringify(readPairs(pairs, 0.95));

describe('two numbers in words', () => {
  it('tell whether they go together, how strongly, and what the line says', () => {
    const [association, strength, trust, say] = readPairs(PAIRS, 0.95);
    expect(association).toMatchObject({ verdict: 'Yes, p < .001.', tests: [{ text: 'r = .46, p < .001' }] });
    expect(strength).toMatchObject({
      verdict: 'Moderate.',
      notes: [
        'Where Age is higher by 1, Years is higher by 0.23 on average.',
        'A straight line accounts for 21% of the spread.',
      ],
    });
    expect(trust?.checks).toEqual([{ ok: true, text: '2,359 respondents have both numbers.' }]);
    expect(say?.sentence).toBe(
      'Years rises with Age: a moderate association (r = .46 (95% interval .43 to .49), p < .001, 2,359 respondents).',
    );
  });

  it('say that nothing is shown where chance would do as much, and mind few respondents', () => {
    const few: Pairs = { ...PAIRS, n: 12, r: { value: -0.2, lower: -0.7, upper: 0.4, p: 0.53, error: null } };
    expect(said(few)).toContain('No straight-line association between Years and Age is shown');
    expect(said(few)).toContain('Only 12 respondents have both numbers');
    expect(said({ ...PAIRS, line: { slope: -0.0031, intercept: 0 } })).toContain('is lower by 0.0031 on average');
  });

  it('say why nothing can be said', () => {
    expect(said({ ...PAIRS, r: null, line: null })).toContain('the same for everybody');
    expect(said({ ...PAIRS, n: 0, r: null, line: null })).toContain('Nobody has both numbers.');
    const three: Pairs = { ...PAIRS, n: 3, r: { value: 0.9, lower: null, upper: null, p: null, error: null } };
    expect(said(three)).toContain('Too few respondents have both numbers.');
  });
});
