import { describe, expect, it } from 'vitest';
import { checkSummary } from './check-summary.js';

describe('a summary that is asked for', () => {
  it('has one grouping or none', () => {
    expect(() => checkSummary({ by: [] })).not.toThrow();
    expect(() => checkSummary({ by: [[1, 2]] })).not.toThrow();
    expect(() => checkSummary({ by: [[1], [2]] })).toThrow('A summary has one grouping across.');
  });

  it('is no battery', () => {
    expect(() => checkSummary({ by: [], battery: true })).toThrow('a table is one of the two');
  });
});
