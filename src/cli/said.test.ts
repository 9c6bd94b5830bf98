import { describe, expect, it } from 'vitest';
import { said } from './said.js';

describe('what is asked for on the command line', () => {
  it('is a sentence in words, or its parts as JSON, with the flags that were given', () => {
    expect(said('Age by Site', { sort: '2', full: undefined })).toEqual({ sentence: 'Age by Site', sort: '2' });
    expect(said(' {"rows": "age", "sort": "1"}', { sort: '2' })).toEqual({ rows: 'age', sort: '2' });
  });

  it('is refused where it begins as JSON and is none', () => {
    expect(() => said('{"rows": ', {})).toThrow('not JSON');
  });
});
