import type { IncomingMessage, RequestListener, ServerResponse } from 'node:http';
import { join } from 'node:path';
import type { Logger } from 'pino';
import sirv from 'sirv';
import type { Service } from '../service/context.js';
import { askerOf, nameAsker } from './asker.js';
import { guard, refuse } from './guard.js';
import { originOf } from './origin.js';
import { pageFor } from './page-for.js';
import { signedInOf } from './signed-in.js';
import { guardToken } from './token.js';
import { type Requested, requested } from './requested.js';

/** The framework's handler of pages and of the API. */
export type Handler = (
  request: IncomingMessage,
  response: ServerResponse,
  next: (error?: unknown) => void,
  locals: App.Locals,
) => Promise<void> | void;

export interface ListenerOptions {
  service: Service;
  handler: Handler;
  /** The build, `dist`. */
  dist: string;
  hosts: readonly string[];
  /** Asked for of every request; null: of none. */
  token: string | null;
  /** A proxy stands in front, whose word is taken for from where a request comes. */
  trustsProxy: boolean;
  log: Logger;
}

const TITLES = { 400: 'Not an address', 404: 'Not found', 405: 'Not by this method' } as const;

/** One line of the log for each request, without what stands behind the question mark. */
function logRequest(request: IncomingMessage, response: ServerResponse, log: Logger): void {
  const started = process.hrtime.bigint();
  response.on('close', () => {
    const ms = Number(process.hrtime.bigint() - started) / 1e6;
    const path = request.url?.split('?')[0]?.slice(0, 300);
    const ended = response.writableFinished ? {} : { brokenOff: true };
    log.info(
      { method: request.method, path, status: response.statusCode, ms: Math.round(ms * 10) / 10, ...ended },
      'request',
    );
  });
}

/** Resolves when the browser has taken what was written so far, or has gone. */
function drained(response: ServerResponse): Promise<void> {
  if (!response.writableNeedDrain || response.destroyed) return Promise.resolve();
  return new Promise((resolve) => {
    const done = () => {
      response.off('drain', done);
      response.off('close', done);
      resolve();
    };
    response.on('drain', done);
    response.on('close', done);
  });
}

/** A page for a person, a problem for a program. */
function sayNothingThere(
  request: IncomingMessage,
  response: ServerResponse,
  { status, detail, mend, allow }: Extract<Requested, { is: 'refused' }>,
  page: () => void,
): void {
  if (allow !== undefined) response.setHeader('allow', allow);
  const isPerson = request.method === 'GET' && (request.headers.accept ?? '').includes('text/html');
  if (isPerson) {
    request.url = '/404';
    page();
  } else refuse(response, { status, title: TITLES[status], detail, mend });
}

/** Has somebody sign in, and come back to the page that they asked for. */
function sendToSignIn({ url = '/' }: IncomingMessage, response: ServerResponse): void {
  const location = `/sign-in?then=${encodeURIComponent(url)}`;
  response.writeHead(303, { location, 'cache-control': 'no-store' }).end();
}

/** Everything that is done with a request: guarded, logged, answered by the build's files, a page or the API. */
export function listener({ service, handler, dist, hosts, token, trustsProxy, log }: ListenerOptions): RequestListener {
  const assets = sirv(join(dist, 'client'), { etag: true, immutable: true, maxAge: 31_536_000 });
  return (request, response) => {
    logRequest(request, response, log);
    if (!guard(request, response, { hosts })) return;
    if (token !== null && !guardToken(request, response, token)) return;
    const failed = (error: unknown) => {
      if (error) log.error({ err: error }, 'a page failed');
      if (response.headersSent) {
        response.destroy();
        return;
      }
      const status = error ? 500 : 404;
      const detail = error ? 'Hatch Count failed; the log says how.' : 'There is nothing here.';
      refuse(response, { status, title: error ? 'Hatch Count failed' : 'Not found', detail, mend: 'Try again.' });
    };
    const { address, ...place } = originOf(request, trustsProxy);
    const signedIn = signedInOf(request, service, place.port);
    const hand = () => {
      // Somebody who is signed in is one asker, however many browsers they have.
      const asker = signedIn ? `person ${signedIn.person.id}` : askerOf(request);
      const locals = { service, asker, signedIn, address, place, drained: () => drained(response) };
      Promise.resolve(handler(request, response, failed, locals)).catch(failed);
    };
    const { method = '', url = '' } = request;
    const asked = requested(method, url);
    const answer = () => {
      if (asked.is === 'refused') {
        sayNothingThere(request, response, asked, hand);
        return;
      }
      if (asked.is === 'page') {
        nameAsker(request, response);
        const page = pageFor(service, signedIn, asked.path);
        if (page === 'sign-in') {
          sendToSignIn(request, response);
          return;
        }
        if (page === 'studies') {
          response.writeHead(302, { location: '/studies' }).end();
          return;
        }
        if (page === 'not-there') request.url = '/404';
      }
      hand();
    };
    const isFile = asked.is === 'refused' && asked.status === 404 && (method === 'GET' || method === 'HEAD');
    if (isFile) assets(request, response, answer);
    else answer();
  };
}
