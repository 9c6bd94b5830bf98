// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Trouble } from '../server/problem.js';
import { problem, serverThat } from '../server/server.fixtures.js';
import { useCodebook } from './use-codebook.js';

const start = async () => {
  const { result } = renderHook(() => useCodebook('plots'));
  await waitFor(() => expect(result.current.health).not.toBeNull());
  return result;
};
const isRead = (method: string) => method === 'GET';

describe('the codebook of a study', () => {
  it('has the study, its code lists and its health', async () => {
    serverThat(({ address }) => ({ body: address.endsWith('/health') ? [{ is: 'twins' }] : [] }));
    const codebook = await start();
    expect(codebook.current).toMatchObject({ lists: [], health: [{ is: 'twins' }], trouble: null });
  });

  it('is changed, and tells what was done with what there is to be said', async () => {
    const requests = serverThat(({ method }) => ({ body: isRead(method) ? [] : { words: 'Label of site' } }));
    const codebook = await start();
    let done = false;
    await act(async () => {
      done = await codebook.current.edit([{ variable: 2, label: 'Site' }], undefined, '2 left alone.', 7);
    });
    expect(done).toBe(true);
    expect(codebook.current.toast).toBe('Label of site. 2 left alone.');
    const sent = requests.find(({ method }) => method === 'PATCH');
    expect(sent).toMatchObject({
      address: '/studies/plots/codebook',
      body: { edits: [{ variable: 2, label: 'Site' }] },
    });
    expect(Object.values(sent?.headers ?? {})).toContain('"7"');
  });

  it('sends a code list as a whole', async () => {
    const requests = serverThat(({ method }) => ({ body: isRead(method) ? [] : { words: 'x' } }));
    const codebook = await start();
    const codes = [{ code: '1', label: 'Yes', missing: null }];
    await act(() => codebook.current.edit([{ variable: 2, codes }], 'Labels for yes'));
    expect(requests.find(({ method }) => method === 'PATCH')?.body).toEqual({
      edits: [{ variable: 2, codes, onlyThese: true }],
      words: 'Labels for yes',
    });
  });

  it('is taken back, and done again', async () => {
    serverThat(({ method }) => ({ body: isRead(method) ? [] : { words: 'Label of site' } }));
    const codebook = await start();
    await act(() => codebook.current.undo());
    expect(codebook.current.toast).toBe('Undone: Label of site');
    await act(() => codebook.current.redo());
    expect(codebook.current.toast).toBe('Done again: Label of site');
  });

  it('says why a change was refused', async () => {
    serverThat(({ method }) => (isRead(method) ? { body: [] } : problem(409, 'The name is taken.')));
    const codebook = await start();
    let done = true;
    await act(async () => {
      done = await codebook.current.edit([{ variable: 2, name: 'site' }]);
    });
    expect(done).toBe(false);
    expect(codebook.current.trouble).toEqual({ detail: 'The name is taken.', mend: 'Mend it.' });
  });

  it('is changed all the same where somebody else changed the same', async () => {
    let first = true;
    const requests = serverThat(({ method }) => {
      if (isRead(method)) return { body: [] };
      const answer = first ? problem(412, 'It was changed.') : { body: { words: 'Label of site' } };
      first = false;
      return answer;
    });
    const codebook = await start();
    let done: boolean | null = null;
    act(() => {
      void codebook.current.edit([{ variable: 2, label: 'Site' }], undefined, '', 7).then((was) => (done = was));
    });
    const again = (): Trouble['again'] => {
      const trouble: Trouble | null = codebook.current.trouble;
      return trouble?.again;
    };
    await waitFor(() => expect(again()).toBeDefined());
    // It is neither done nor given up until somebody says so.
    expect(done).toBeNull();
    act(() => again()?.());
    await waitFor(() => expect(done).toBe(true));
    expect(codebook.current.trouble).toBeNull();
    expect(Object.values(requests.filter(({ method }) => method === 'PATCH')[1]?.headers ?? {})).not.toContain('"7"');
  });
});
