import { describe, expect, it } from 'vitest';
import { addressOf, fileAddress } from './address.js';

describe('the address of an operation', () => {
  it('has the parts of its path in their places, whatever letters they have', () => {
    expect(addressOf('GET /studies/{study}/variables/{variable}', { study: 'plots', variable: 3 })).toEqual({
      method: 'GET',
      address: '/api/v1/studies/plots/variables/3',
    });
    const { address } = addressOf('DELETE /studies/{study}/drafts/{name}', { study: 'a', name: 'x/y ?é' });
    expect(address).toBe('/api/v1/studies/a/drafts/x%2Fy%20%3F%C3%A9');
  });

  it('has what is asked behind the question mark, without what is not said', () => {
    const query = { ends: 'both', shares: undefined };
    expect(
      addressOf('GET /studies/{study}/variables/{variable}/distribution', { study: 'a', variable: 1, query }),
    ).toEqual({
      method: 'GET',
      address: '/api/v1/studies/a/variables/1/distribution?ends=both',
    });
  });

  it('names the file that is sent', () => {
    const file = new File(['a'], 'plots & beds.csv');
    expect(addressOf('POST /intakes', { file }).address).toBe('/api/v1/intakes?file=plots+%26+beds.csv');
  });

  it('is a link where it leads to a file', () => {
    expect(fileAddress('GET /studies/{study}/data', { study: 'plots', query: { as: 'ddi' } })).toBe(
      '/api/v1/studies/plots/data?as=ddi',
    );
  });
});
