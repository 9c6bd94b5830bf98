import type { IncomingMessage, ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';

const LOOPBACK = ['127.0.0.1', 'localhost', '[::1]'];

export interface GuardOptions {
  /** Names under which the server may be asked for, besides the loopback ones. */
  hosts: readonly string[];
}

interface Refusal {
  status: number;
  title: string;
  detail: string;
  mend: string;
}

/** Answers a request with a problem (RFC 9457). */
export function refuse(response: ServerResponse, { status, title, detail, mend }: Refusal): void {
  const body = JSON.stringify({ type: '/problems/refused', title, status, detail, mend, place: {} });
  response.writeHead(status, { 'content-type': 'application/problem+json', 'cache-control': 'no-store' }).end(body);
}

/** Headers that every answer carries. */
function setHeaders(response: ServerResponse): void {
  response.setHeader('x-content-type-options', 'nosniff');
  response.setHeader('referrer-policy', 'same-origin');
  response.setHeader('cross-origin-opener-policy', 'same-origin');
  response.setHeader('cross-origin-resource-policy', 'same-origin');
  response.setHeader('x-frame-options', 'DENY');
  response.setHeader('content-security-policy', "frame-ancestors 'none'");
}

/**
 * Whether a page of another site makes the request. A browser says so in `Origin` or in `Sec-Fetch-Site`; another port
 * of this machine is another site too. What is typed or kept as a bookmark comes from none.
 */
function isForeign({ headers }: IncomingMessage, host: string): boolean {
  const { origin } = headers;
  if (origin !== undefined && origin !== `http://${host}` && origin !== `https://${host}`) return true;
  const site = headers['sec-fetch-site'];
  return site !== undefined && site !== 'same-origin' && site !== 'none';
}

/** Whether a person follows a link to a page: the one thing that other sites may have a browser do. */
const isVisit = ({ method, headers, url = '' }: IncomingMessage) =>
  method === 'GET' &&
  headers['sec-fetch-mode'] === 'navigate' &&
  headers['sec-fetch-dest'] === 'document' &&
  !url.startsWith('/api/');

/**
 * Lets a request through only if it was addressed to this server (so that a page elsewhere cannot reach it by
 * rebinding a name), and only if it comes from this server's own pages, from no page at all, or is a visit to a page.
 * What another site could have a browser ask for, to keep this server busy, is refused like a change. Sets the headers
 * that every answer carries.
 * @returns false where the request has been answered already
 */
export function guard(request: IncomingMessage, response: ServerResponse, { hosts }: GuardOptions): boolean {
  setHeaders(response);
  const { port } = request.socket.address() as AddressInfo;
  const allowed = new Set([...LOOPBACK, ...hosts].flatMap((host) => [host, `${host}:${port}`]));
  const host = (request.headers.host ?? '').toLowerCase();
  if (!allowed.has(host)) {
    refuse(response, {
      status: 421,
      title: 'Not this server',
      detail: `This server does not answer for "${host.replace(/[^\x20-\x7e]/g, '?').slice(0, 100)}".`,
      mend: 'Use the address that was printed at the start, or start with --allow-host.',
    });
    return false;
  }
  if (!isForeign(request, host) || isVisit(request)) return true;
  refuse(response, {
    status: 403,
    title: 'Another origin',
    detail: 'This request comes from another page.',
    mend: 'Make it from Hatch Count itself.',
  });
  return false;
}
