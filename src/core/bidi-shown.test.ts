import { describe, expect, it } from 'vitest';
import { bidiShown } from './bidi-shown.js';
import { titleOf } from './codebook/types.js';

describe('a text that turns the direction of writing', () => {
  it('shows that it does, wherever a title stands', () => {
    expect(bidiShown('a\u202eb\u2066c\u2069')).toBe('a[RLO]b[LRI]c[PDI]');
    expect(titleOf({ name: 'site', label: 'Plot\u202e size' })).toBe('Plot[RLO] size');
  });

  it('is left as it is where it needs its marks, and turns nothing', () => {
    for (const text of ['שאלה\u200f (א)', 'سؤال\u061c', 'Plot size', '']) expect(bidiShown(text)).toBe(text);
  });
});
