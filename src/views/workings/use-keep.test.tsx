// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { WorkingDraft } from '../../api/types.js';
import { problem, serverThat } from '../server/server.fixtures.js';
import { useKeep } from './use-keep.js';

const DRAFT: WorkingDraft = {
  name: 'low',
  label: 'Low',
  recipe: { kind: 'flags', source: 3, codes: ['1'], yes: 'Yes', no: 'No' },
};

function start(working: number | null, since: number | null = null) {
  const [kept, fail] = [vi.fn(), vi.fn()];
  const { result } = renderHook(() => useKeep('plots', working, kept, fail, since));
  return { result, kept, fail };
}

describe('keeping what an editor made', () => {
  it('makes a new working, and says when it is there', async () => {
    const requests = serverThat(() => ({ body: {} }));
    const { result, kept, fail } = start(null);
    act(() => result.current.keep(DRAFT));
    expect(result.current.busy).toBe(true);
    await waitFor(() => expect(kept).toHaveBeenCalledWith('Low'));
    expect(requests.find(({ method }) => method === 'POST')).toMatchObject({
      address: '/studies/plots/workings',
      body: DRAFT,
    });
    expect(fail).not.toHaveBeenCalled();
  });

  it('changes a working on the revision on which the editor began', async () => {
    const requests = serverThat(() => ({ body: {} }));
    const { result, kept } = start(5, 12);
    act(() => result.current.keep(DRAFT));
    await waitFor(() => expect(kept).toHaveBeenCalled());
    const sent = requests.find(({ method }) => method === 'PUT');
    expect(sent).toMatchObject({ address: '/studies/plots/workings/5', body: DRAFT });
    expect(Object.values(sent?.headers ?? {})).toContain('"12"');
  });

  it('makes several at once', async () => {
    const requests = serverThat(() => ({ body: [] }));
    const { result, kept } = start(null);
    act(() => result.current.keepAll([DRAFT, { ...DRAFT, name: 'low_2' }]));
    await waitFor(() => expect(kept).toHaveBeenCalledWith('2 variables'));
    expect(requests.find(({ method }) => method === 'POST')?.address).toBe('/studies/plots/workings/batch');
  });

  it('puts a recipe into an entry of the ledger, where a working is open', async () => {
    const requests = serverThat(() => ({ body: {} }));
    const { result, kept } = start(5);
    act(() => result.current.amend(9, DRAFT));
    await waitFor(() => expect(kept).toHaveBeenCalled());
    expect(requests.find(({ method }) => method === 'PATCH')).toMatchObject({
      address: '/studies/plots/ledger/9',
      body: { is: 'changed', things: [{ of: 'working', id: 5, recipe: DRAFT.recipe }] },
    });
    const { result: fresh } = start(null);
    act(() => fresh.current.amend(9, DRAFT));
    expect(fresh.current.busy).toBe(false);
  });

  it('gives what is refused back to the editor', async () => {
    serverThat(({ method }) => (method === 'GET' ? { body: { making: null } } : problem(409, 'Low is taken.')));
    const { result, kept, fail } = start(null);
    act(() => result.current.keep(DRAFT));
    await waitFor(() => expect(fail).toHaveBeenCalledWith({ detail: 'Low is taken.', mend: 'Mend it.' }));
    expect(result.current.busy).toBe(false);
    expect(kept).not.toHaveBeenCalled();
  });

  it('is done all the same, where somebody else changed it and that is wanted', async () => {
    let first = true;
    const requests = serverThat(({ method }) => {
      if (method === 'GET') return { body: { making: null } };
      const answer = first ? problem(412, 'It was changed.') : { body: {} };
      first = false;
      return answer;
    });
    const { result, kept, fail } = start(5, 12);
    act(() => result.current.keep(DRAFT));
    await waitFor(() => expect(fail).toHaveBeenCalled());
    const [trouble] = fail.mock.calls[0] as [{ again: () => void }];
    act(() => trouble.again());
    await waitFor(() => expect(kept).toHaveBeenCalledWith('Low'));
    const [, again] = requests.filter(({ method }) => method === 'PUT');
    expect(Object.values(again?.headers ?? {})).not.toContain('"12"');
  });
});
