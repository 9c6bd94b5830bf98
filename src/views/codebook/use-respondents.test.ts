import { describe, expect, it } from 'vitest';
import { conditionFor } from './use-respondents.js';
import { age, all } from './roster.fixtures.js';

describe('a value to look for', () => {
  it('is a number, a stretch of numbers, a code or a text', () => {
    expect(conditionFor(age, '18')).toEqual({ variable: 3, is: 'between', from: 18, to: 18 });
    expect(conditionFor(age, '18 to 30')).toEqual({ variable: 3, is: 'between', from: 18, to: 30 });
    expect(conditionFor(age, 'n/a')).toEqual({ variable: 3, is: 'any-of', codes: ['n/a'] });
    expect(conditionFor(all[0]!, ' 2 ')).toEqual({ variable: 1, is: 'any-of', codes: ['2'] });
    expect(conditionFor(all[0]!, '')).toBeNull();
    expect(conditionFor(null, '2')).toBeNull();
  });
});
