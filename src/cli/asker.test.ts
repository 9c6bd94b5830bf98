import type { IncomingMessage, ServerResponse } from 'node:http';
import { describe, expect, it } from 'vitest';
import { askerOf, nameAsker } from './asker.js';

const request = (headers: Record<string, string>, remoteAddress = '127.0.0.1') =>
  ({ headers, socket: { remoteAddress } }) as unknown as IncomingMessage;

function named(headers: Record<string, string>): string[] {
  const cookies: string[] = [];
  const response = { appendHeader: (_: string, value: string) => cookies.push(value) };
  nameAsker(request(headers), response as unknown as ServerResponse);
  return cookies;
}

describe('who asks', () => {
  it('is a browser, by the cookie that its first page was given', () => {
    const [cookie] = named({});
    expect(cookie).toMatch(/; HttpOnly; SameSite=Strict$/);
    const sent = { cookie: `other=1; ${cookie!.split(';')[0]!}` };
    expect(askerOf(request(sent))).toMatch(/^browser [0-9a-f]{16}$/);
    expect(named(sent)).toEqual([]);
  });

  it('is told by address and name where there is none, or an odd one', () => {
    const odd = { cookie: 'hatch-count-asker=<script>', 'user-agent': 'curl/8' };
    expect(askerOf(request(odd))).toBe('127.0.0.1 curl/8');
    expect(askerOf(request({}, '10.0.0.7'))).toBe('10.0.0.7 ');
    expect(named(odd)).toHaveLength(1);
  });
});
