import { describe, expect, it } from 'vitest';
import { SHOWN } from './shown-query.js';
import { EMPTY, fromQuery, toQuery } from './url.js';

describe('the address of a table', () => {
  it('keeps what is shown, of a kept table also what is usual', () => {
    expect(toQuery(EMPTY, [], null)).toBe('');
    expect(toQuery(EMPTY, [], null, { ...SHOWN, percent: 'row' })).toBe('?show=row');
    expect(toQuery(EMPTY, [], 7)).toBe('?table=7&show=column');
    expect(fromQuery('?table=7&show=column', [])).toEqual({ draft: { ...EMPTY, only: [] }, table: 7, shown: SHOWN });
  });
});
