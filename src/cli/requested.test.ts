import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { requested } from './requested.js';

describe('what is asked for', () => {
  it('is a page or the API', () => {
    for (const path of ['/', '/studies', '/studies/plots', '/studies/plots/tables', '/intake/ab12', '/paper'])
      expect(requested('GET', `${path}?x=1`), path).toEqual({ is: 'page', path });
    expect(requested('PATCH', '/api/v1/studies/plots')).toEqual({ is: 'api', path: '/api/v1/studies/plots' });
  });

  it('is nothing that the framework offers by itself', () => {
    for (const path of ['/_image?href=/a.svg', '/_server-islands/x', '/_actions/x', '/404', '/api/v2/x', '/api'])
      expect(requested('GET', path), path).toMatchObject({ is: 'refused', status: 404 });
  });

  it('is nothing under an odd address or by an odd method', () => {
    for (const path of [
      '//evil.example/',
      'http://evil.example/',
      '*',
      '/%ff',
      '/studies/%00',
      '/studies/..',
      '/%2e%2e/x',
    ])
      expect(requested('GET', path), path).toMatchObject({ is: 'refused', status: 400 });
    for (const method of ['TRACE', 'CONNECT', 'OPTIONS', 'PROPFIND', 'get'])
      expect(requested(method, '/studies'), method).toMatchObject({ is: 'refused', status: 405 });
    expect(requested('POST', '/studies')).toMatchObject({ is: 'refused', status: 405, allow: 'GET, HEAD' });
  });

  it('is said of any bytes, without a control character in what is said', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (url) => {
        const asked = requested('GET', url);
        if (asked.is === 'refused') expect(asked.detail).not.toMatch(/\p{Cc}/u);
        else expect(asked.path.startsWith('/')).toBe(true);
      }),
    );
  });
});
