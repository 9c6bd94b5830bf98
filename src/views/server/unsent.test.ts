// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest';
import { change, sendUnsent } from './ask.js';
import { NoAnswer, ProblemError } from './problem.js';
import { problem, type RequestMade, serverThat } from './server.fixtures.js';
import { allUnsent, forgetUnsent, isKeptUntilSent, keepWaiting, unsentCells, waitingUnsent } from './unsent.js';

const CODEBOOK = 'PATCH /studies/{study}/codebook';
const label = (text: string) => ({ study: 'plots', body: { edits: [{ variable: 3, label: text }] } });
const type = (text: string, seen = 5) => change(CODEBOOK, label(text), seen);
const noServer = () => vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed to fetch')));
const changesIn = (requests: readonly RequestMade[]) => requests.filter(({ method }) => method === 'PATCH');

/** A server that takes every change, and counts the revision up. */
function takesAll(from = 5): RequestMade[] {
  let revision = from;
  return serverThat(({ method }) =>
    method === 'PATCH' ? { body: { words: 'x' }, revision: ++revision } : { body: [], revision },
  );
}

describe('a change that is not sent', () => {
  it('is kept on the disk, shown in its cell, and sent when the server answers, in order and once', async () => {
    noServer();
    await expect(type('Plot')).rejects.toBeInstanceOf(NoAnswer);
    await expect(type('Plot size')).rejects.toThrow('does not answer');
    expect(localStorage.getItem('hatch-count:unsent')).toContain('Plot size');
    expect(unsentCells(allUnsent(), 'plots').get('3 label')).toBe('Plot size');
    expect(unsentCells(allUnsent(), 'weir').size).toBe(0);
    const requests = takesAll();
    await Promise.all([sendUnsent(), sendUnsent()]);
    const sent = changesIn(requests);
    expect(sent.map(({ body }) => body)).toEqual([label('Plot').body, label('Plot size').body]);
    // The second stands on the revision that the first made, and each has a key of its own.
    expect(sent.map(({ headers }) => headers['if-match'])).toEqual(['"5"', '"6"']);
    expect(new Set(sent.map(({ headers }) => headers['idempotency-key'])).size).toBe(2);
    expect(allUnsent()).toEqual([]);
  });

  it('goes before what is done after it', async () => {
    noServer();
    await expect(type('first')).rejects.toBeInstanceOf(NoAnswer);
    const requests = takesAll();
    expect(await type('second')).toEqual({ words: 'x' });
    expect(changesIn(requests).map(({ body }) => body)).toEqual([label('first').body, label('second').body]);
  });

  it('is sent again under the same key where the answer was lost', async () => {
    const keys: unknown[] = [];
    let lost = true;
    vi.stubGlobal('fetch', (_: string, { method, headers }: RequestInit) => {
      if (method !== 'PATCH') return Promise.resolve(new Response('[]'));
      keys.push((headers as Record<string, string>)['idempotency-key']);
      if (lost) return Promise.reject(new TypeError('connection reset'));
      return Promise.resolve(new Response('{}', { headers: { etag: '"6"' } }));
    });
    await expect(type('x')).rejects.toBeInstanceOf(NoAnswer);
    lost = false;
    await sendUnsent();
    expect(keys[1]).toBe(keys[0]);
    expect(allUnsent()).toEqual([]);
  });

  it('was made, where the server says so and no more', async () => {
    noServer();
    await expect(type('x')).rejects.toBeInstanceOf(NoAnswer);
    serverThat(({ method }) =>
      method === 'PATCH'
        ? { status: 409, body: { detail: 'Done already.', mend: '', place: { field: 'idempotency-key' }, status: 409 } }
        : { body: [] },
    );
    await sendUnsent();
    expect(allUnsent()).toEqual([]);
  });

  it('stays where it is refused, with the reason, and holds what is behind it until it is decided', async () => {
    noServer();
    await expect(type('a')).rejects.toBeInstanceOf(NoAnswer);
    await expect(type('b')).rejects.toBeInstanceOf(NoAnswer);
    serverThat(({ method }) => (method === 'PATCH' ? problem(412, 'It was changed meanwhile.') : { body: [] }));
    await sendUnsent();
    expect(waitingUnsent().map(({ refused }) => refused?.detail)).toEqual(['It was changed meanwhile.', undefined]);
    const requests = takesAll();
    await sendUnsent();
    expect(changesIn(requests)).toEqual([]);
    forgetUnsent(waitingUnsent()[0]!.id);
    keepWaiting(waitingUnsent()[0]!.id);
    await sendUnsent();
    expect(changesIn(requests).map(({ body }) => body)).toEqual([label('b').body]);
  });

  it('is none where the server refuses it at once, or where nothing of a study is changed', async () => {
    serverThat(() => problem(400, 'No.'));
    await expect(type('x')).rejects.toBeInstanceOf(ProblemError);
    expect(allUnsent()).toEqual([]);
    for (const key of [
      'PUT /studies/{study}/drafts/{name}',
      'POST /studies/{study}/ledger/undo',
      'POST /intakes',
      'PUT /studies/{study}/account',
    ])
      expect(isKeptUntilSent(key as never), key).toBe(false);
  });

  it('waits, where the server has too much to do', async () => {
    serverThat(() => problem(503, 'Too much.'));
    await expect(type('x')).rejects.toBeInstanceOf(NoAnswer);
    expect(waitingUnsent()).toHaveLength(1);
  });

  it('is kept as long as the page where the disk takes nothing', async () => {
    noServer();
    const full = vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    await expect(type('x')).rejects.toBeInstanceOf(NoAnswer);
    expect(waitingUnsent()).toHaveLength(1);
    full.mockRestore();
    takesAll();
    await sendUnsent();
    expect(allUnsent()).toEqual([]);
  });
});
