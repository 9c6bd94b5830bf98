import { describe, expect, it } from 'vitest';
import { and } from '../words.js';
import { coefficient, numeral, percent, sayP, statistic } from './words.js';

describe('figures in words', () => {
  it('writes p, coefficients and shares in the usual style', () => {
    expect([sayP(0.0004), sayP(0.0042), sayP(0.032), sayP(0.5)]).toEqual([
      'p < .001',
      'p = .004',
      'p = .032',
      'p = .50',
    ]);
    expect([coefficient(0.134), coefficient(-0.07), coefficient(1), coefficient(-0.001)]).toEqual([
      '.13',
      '−.07',
      '1.00',
      '.00',
    ]);
    expect([percent(0.004), percent(0), percent(0.425)]).toEqual(['under 1%', '0%', '43%']);
    expect([statistic(3.14159), statistic(148.24), statistic(12345.6)]).toEqual(['3.14', '148.2', '12,346']);
    expect([numeral(3), numeral(30)]).toEqual(['three', '30']);
    expect([and([]), and(['a']), and(['a', 'b', 'c'])]).toEqual(['', 'a', 'a, b and c']);
  });
});
