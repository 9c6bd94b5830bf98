import { describe, expect, it, vi } from 'vitest';
import { ask, change } from './ask.js';
import { ProblemError } from './problem.js';
import { seenRevision } from './seen.js';
import { problem, serverThat } from './server.fixtures.js';
import { fetched, keptUnder } from './stale.js';

const changed = { words: 'Label changed', revision: 2 };
const edit = { study: 'plots', body: { edits: [{ variable: 1, label: 'Site' }] } };
const failure = async (work: Promise<unknown>): Promise<ProblemError> => {
  const thrown: unknown = await work.catch((error: unknown) => error);
  if (thrown instanceof ProblemError) return thrown;
  throw new Error('it was answered');
};

describe('asking', () => {
  it('sends a body as JSON, and gives what was answered', async () => {
    const requests = serverThat(() => ({ body: { each: [3], any: 3 } }));
    const body = { in: [{ code: '9', variables: [1] }] };
    expect(await ask('POST /studies/{study}/missing/reach', { study: 'plots', body })).toEqual({ each: [3], any: 3 });
    expect(requests).toEqual([
      {
        method: 'POST',
        address: '/studies/plots/missing/reach',
        headers: { 'content-type': 'application/json' },
        body,
      },
    ]);
  });

  it('tells a problem with its mend, and that nobody answers', async () => {
    serverThat(() => problem(404, 'There is no study "x".'));
    expect(await failure(ask('GET /studies/{study}/ledger', { study: 'x' }))).toMatchObject({
      message: 'There is no study "x".',
      mend: 'Mend it.',
      stale: false,
    });
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('failed to fetch')));
    expect((await failure(ask('GET /bin', {}))).message).toBe('The server does not answer.');
  });
});

describe('a change', () => {
  it('stands on the revision that the page shows, on that of an editor, or on none', async () => {
    const requests = serverThat(({ method }) => ({ body: method === 'GET' ? {} : changed, revision: 5 }));
    await ask('GET /studies/{study}', { study: 'plots' });
    await change('PATCH /studies/{study}/codebook', edit);
    await change('PATCH /studies/{study}/codebook', edit, 3);
    await change('PATCH /studies/{study}/codebook', edit, null);
    const sent = requests.filter(({ method }) => method === 'PATCH').map(({ headers }) => headers['if-match']);
    expect(sent).toEqual(['"5"', '"3"', undefined]);
  });

  it('moves the page on to the revision that it made, and not past another’s', async () => {
    let revision = 5;
    serverThat(({ method }) => ({ body: method === 'GET' ? {} : changed, revision }));
    await ask('GET /studies/{study}', { study: 'plots' });
    revision = 6;
    await change('PATCH /studies/{study}/codebook', edit);
    expect(seenRevision('plots')).toBe(6);
    revision = 9;
    await change('PATCH /studies/{study}/codebook', edit);
    expect(seenRevision('plots')).toBe(6);
  });

  it('makes stale what was asked of the study and the lists, but no draft and nothing of another study', async () => {
    serverThat(() => ({ body: changed }));
    const keys = [
      keptUnder('GET /studies/{study}', { study: 'plots' }),
      keptUnder('GET /studies/{study}/ledger', { study: 'plots' }),
      keptUnder('POST /studies/{study}/missing/plan', { study: 'plots', body: {} }),
      keptUnder('GET /studies', {}),
      keptUnder('GET /studies/{study}/drafts', { study: 'plots' }),
      keptUnder('GET /studies/{study}', { study: 'weir' }),
    ];
    for (const key of keys) fetched.setQueryData(key, 'before');
    await change('PATCH /studies/{study}/codebook', edit);
    const stale = keys.map((queryKey) => fetched.getQueryState(queryKey)?.isInvalidated);
    expect(stale).toEqual([true, true, true, true, false, false]);
  });

  it('that is refused has the study looked at again, and says where somebody else changed the same', async () => {
    const requests = serverThat(({ method }) => (method === 'GET' ? { body: {} } : problem(412, 'It was changed.')));
    const key = keptUnder('GET /studies/{study}', { study: 'plots' });
    fetched.setQueryData(key, 'before');
    expect((await failure(change('PATCH /studies/{study}/codebook', edit))).stale).toBe(true);
    expect(fetched.getQueryState(key)?.isInvalidated).toBe(true);
    expect(requests).toHaveLength(1);
  });
});
