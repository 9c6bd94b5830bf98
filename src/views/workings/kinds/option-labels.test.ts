import { describe, expect, it } from 'vitest';
import { optionLabels } from './option-labels.js';

describe('labels of options', () => {
  it('lose the words that all share, and no more', () => {
    expect(optionLabels(['Grows beans', 'Grows soft fruit'])).toEqual(['Beans', 'Soft fruit']);
    expect(optionLabels(['Uses tap', 'Owns tap'])).toEqual(['Uses tap', 'Owns tap']);
    expect(optionLabels(['Grows', 'Grows beans'])).toEqual(['Grows', 'Grows beans']);
    expect(optionLabels(['Only one'])).toEqual(['Only one']);
  });
});
