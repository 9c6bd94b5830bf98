// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { CodeList } from '../../api/types.js';
import { serverThat } from '../server/server.fixtures.js';
import { agree, all, code } from './roster.fixtures.js';
import type { Work } from './use-codebook.js';
import { useListDraft } from './use-list-draft.js';
import { withoutDrafts } from '../shell/draft.fixtures.js';

const LIST: CodeList = { id: 7, name: 'agree', codes: agree, users: [1, 2], kept: true, derived: false };
const RELABELLED = [code('1', 'Yes'), code('2', 'No'), code('9', 'Refused', 'refused')];

withoutDrafts();

function start(succeeds = true) {
  const requests = serverThat(({ method }) => {
    if (method === 'GET') return { body: [] };
    return { body: method === 'POST' ? { list: 9, words: 'x' } : { words: 'x' } };
  });
  const run = (work: Work) => (succeeds ? work().then(() => true) : Promise.resolve(false));
  const { result } = renderHook(() => useListDraft('plots', [LIST], all, run));
  return { list: result, requests };
}

describe('a code list that is open', () => {
  it('has its users, and is dirty once it is another', () => {
    const { list } = start();
    act(() => list.current.choose(LIST));
    expect(list.current.users.map(({ id }) => id)).toEqual([1, 2]);
    expect([list.current.dirty, list.current.sameCodes]).toEqual([false, true]);
    act(() => list.current.setDraft({ ...list.current.draft!, codes: RELABELLED }));
    expect([list.current.dirty, list.current.sameCodes]).toEqual([true, false]);
  });

  it('is changed for all who use it, and stays open', async () => {
    const { list, requests } = start();
    act(() => list.current.choose(LIST));
    act(() => list.current.setDraft({ ...list.current.draft!, codes: RELABELLED }));
    act(() => list.current.keep('all'));
    await waitFor(() => expect(requests.some(({ method }) => method === 'PUT')).toBe(true));
    expect(requests.find(({ method, address }) => method === 'PUT' && address.includes('code-lists'))).toMatchObject({
      address: '/studies/plots/code-lists/7',
      body: { name: 'agree', codes: RELABELLED, changeFor: 'all' },
    });
    expect(list.current.draft?.id).toBe(7);
  });

  it('is changed for some, and closed then', async () => {
    const { list, requests } = start();
    act(() => list.current.choose(LIST));
    act(() => list.current.keep([2]));
    await waitFor(() => expect(list.current.draft).toBeNull());
    expect(
      requests.find(({ method, address }) => method === 'PUT' && address.includes('code-lists'))?.body,
    ).toMatchObject({
      changeFor: [2],
    });
  });

  it('stays as it is where the change is refused', async () => {
    const { list } = start(false);
    act(() => list.current.choose(LIST));
    act(() => list.current.setDraft({ ...list.current.draft!, codes: RELABELLED }));
    act(() => list.current.keep([2]));
    await act(() => Promise.resolve());
    expect(list.current.draft?.codes).toEqual(RELABELLED);
  });

  it('that is new is made, and open under its id', async () => {
    const { list, requests } = start();
    act(() => list.current.begin());
    expect([list.current.draft?.id, list.current.dirty]).toEqual([null, true]);
    act(() => list.current.setDraft({ ...list.current.draft!, name: 'often' }));
    act(() => list.current.keep('all'));
    await waitFor(() => expect(list.current.draft?.id).toBe(9));
    expect(requests.find(({ method }) => method === 'POST')).toMatchObject({
      address: '/studies/plots/code-lists',
      body: { name: 'often' },
    });
  });

  it('keeps another order for the eye alone, the scale as it was', async () => {
    const { list, requests } = start();
    act(() => list.current.choose(LIST));
    act(() => list.current.setDraft({ ...list.current.draft!, codes: [agree[1]!, agree[0]!, agree[2]!] }));
    act(() => list.current.keepShown());
    await waitFor(() => expect(list.current.draft).toBeNull());
    const { edits } = requests.find(({ method }) => method === 'PATCH')?.body as { edits: object[] };
    expect(edits).toHaveLength(2);
    expect(edits[0]).toMatchObject({ variable: 1, codes: agree, codesFor: 'all', shownOrder: ['2', '1', '9'] });
  });
});
