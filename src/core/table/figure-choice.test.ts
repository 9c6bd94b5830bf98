import { describe, expect, it } from 'vitest';
import { CHOICES, FigureChoicesShape, figuresOfChoice, readFigures, sayFigures } from './figure-choice.js';

describe('chosen figures', () => {
  it('are written as one word and read back', () => {
    const figures = [{ figure: 'row-percent', decimals: 0 }, { figure: 'count' }, { figure: 'limits' }] as const;
    expect(sayFigures(figures)).toBe('row-percent:0,count,limits');
    expect(readFigures('row-percent:0,count,limits')).toEqual(figures);
    const all = CHOICES.map((figure, k) => (k % 2 === 0 ? { figure } : { figure, decimals: k % 7 }));
    expect(readFigures(sayFigures(all))).toEqual(all);
  });

  it.each(['', 'age', 'count,count', 'count:', 'count:7', 'count:1.5', 'count:-1', 'count;index'])(
    'are not read out of "%s"',
    (text) => {
      expect(readFigures(text)).toBeNull();
    },
  );

  it('say which figures stand for them', () => {
    expect(figuresOfChoice('count')).toEqual([['weighted-n'], ['n']]);
    expect(figuresOfChoice('index')).toEqual([['index']]);
    expect(figuresOfChoice('limits')).toEqual([['lower-limit', 'upper-limit']]);
  });

  it('are at least one', () => {
    expect(FigureChoicesShape.safeParse([]).success).toBe(false);
  });
});
