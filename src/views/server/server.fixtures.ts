import { afterEach, vi } from 'vitest';
import { fetched } from './stale.js';
import { allUnsent, forgetUnsent } from './unsent.js';

/** A request that the page made. */
export interface RequestMade {
  method: string;
  address: string;
  headers: Record<string, string>;
  body: unknown;
}

type Answering = (request: RequestMade) => { status?: number; body?: unknown; revision?: number };

/** For tests: a server that answers as it is told, with a list of what it was asked. */
export function serverThat(answers: Answering): RequestMade[] {
  const requests: RequestMade[] = [];
  vi.stubGlobal('fetch', (address: string, { method = 'GET', headers = {}, body }: RequestInit) => {
    const request = {
      method,
      address: address.replace('/api/v1', ''),
      headers: headers as Record<string, string>,
      body: typeof body === 'string' ? (JSON.parse(body) as unknown) : body,
    };
    requests.push(request);
    const { status = 200, body: answer, revision } = answers(request);
    const type = status < 400 ? 'application/json' : 'application/problem+json';
    const tag = revision === undefined ? {} : { etag: `"${revision}"` };
    const text = answer === undefined ? null : JSON.stringify(answer);
    return Promise.resolve(
      new Response(text, {
        status: answer === undefined && status === 200 ? 204 : status,
        headers: { 'content-type': type, ...tag },
      }),
    );
  });
  return requests;
}

/** For tests: a problem as the server tells it. */
export const problem = (status: number, detail: string) => ({
  status,
  body: { type: '', title: '', status, detail, mend: 'Mend it.', place: {} },
});

afterEach(() => {
  for (const { id } of typeof localStorage === 'undefined' ? [] : allUnsent()) forgetUnsent(id);
  fetched.clear();
  vi.unstubAllGlobals();
});
