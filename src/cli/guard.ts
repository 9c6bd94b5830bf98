import type { IncomingMessage, ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

export interface GuardOptions {
  /** Names under which the server may be asked for, besides the loopback ones. */
  hosts: readonly string[];
}

function refuse(response: ServerResponse, status: number, title: string, detail: string, mend: string): void {
  const body = JSON.stringify({ type: '/problems/refused', title, status, detail, mend, place: {} });
  response.writeHead(status, { 'content-type': 'application/problem+json' }).end(body);
}

/**
 * Lets a request through only if it was addressed to this server (so that a page elsewhere cannot reach it by
 * rebinding a name), and a changing one only if it comes from this server's own pages or from no page at all. Sets
 * the headers that every answer carries.
 * @returns false where the request has been answered already
 */
export function guard(request: IncomingMessage, response: ServerResponse, { hosts }: GuardOptions): boolean {
  response.setHeader('x-content-type-options', 'nosniff');
  response.setHeader('referrer-policy', 'same-origin');
  response.setHeader('cross-origin-opener-policy', 'same-origin');
  response.setHeader('cross-origin-resource-policy', 'same-origin');
  response.setHeader('x-frame-options', 'DENY');
  response.setHeader('content-security-policy', "frame-ancestors 'none'");
  const { port } = request.socket.address() as AddressInfo;
  const allowed = new Set([...LOOPBACK, ...hosts].flatMap((host) => [host, `${host}:${port}`]));
  const host = (request.headers.host ?? '').toLowerCase();
  if (!allowed.has(host)) {
    refuse(
      response,
      421,
      'Not this server',
      `This server does not answer for "${host.slice(0, 100)}".`,
      'Use the address that was printed at the start, or start with --allow-host.',
    );
    return false;
  }
  const { origin } = request.headers;
  const site = request.headers['sec-fetch-site'];
  const reads = request.method === 'GET' || request.method === 'HEAD';
  const foreign =
    (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) ||
    (origin === undefined && site === 'cross-site');
  if (foreign && !reads) {
    refuse(
      response,
      403,
      'Another origin',
      'This request comes from another page.',
      'Make it from Hatch Count itself.',
    );
    return false;
  }
  return true;
}
