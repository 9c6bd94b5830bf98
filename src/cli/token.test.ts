import { mkdtempSync, rmSync, statSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { guardToken, tokenOf } from './token.js';

const folder = mkdtempSync(join(tmpdir(), 'hatch-token-'));
const token = tokenOf(join(folder, 'store'));

let server: Server;
let address: string;
beforeAll(async () => {
  server = createServer((request, response) => {
    if (guardToken(request, response, token)) response.end('in');
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  address = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

const ask = (path: string, headers: Record<string, string> = {}, method = 'GET') =>
  fetch(address + path, { method, headers, redirect: 'manual' });

describe('a token', () => {
  it('is the store’s, for its owner alone', () => {
    expect(tokenOf(join(folder, 'store'))).toBe(token);
    expect(statSync(join(folder, 'store', 'token')).mode & 0o777).toBe(0o600);
    expect(tokenOf(join(folder, 'other'))).not.toBe(token);
  });

  it('is asked for, and what it is is not said', async () => {
    for (const headers of [{}, { authorization: 'Bearer nonsense' }, { cookie: 'hatch-count-token-1=x' }]) {
      const response = await ask('/studies', headers);
      expect(response.status).toBe(401);
      expect(await response.text()).not.toContain(token);
    }
    expect((await ask(`/studies?token=${token}`, {}, 'POST')).status).toBe(401);
  });

  it('lets in whoever shows it: in the first address, then by a cookie, or as a header', async () => {
    const first = await ask(`/studies/plots?rows=3&token=${token}`);
    expect([first.status, first.headers.get('location')]).toEqual([303, '/studies/plots?rows=3']);
    const cookie = first.headers.get('set-cookie') ?? '';
    expect(cookie).toContain('HttpOnly; SameSite=Lax');
    expect(await (await ask('/studies', { cookie: cookie.split(';')[0]! })).text()).toBe('in');
    expect(await (await ask('/x', { authorization: `Bearer ${token}` }, 'DELETE')).text()).toBe('in');
  });
});
