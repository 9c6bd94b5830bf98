// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { change } from './ask.js';
import { problem, serverThat } from './server.fixtures.js';
import { refresh } from './stale.js';
import { useAnswer } from './use-answer.js';

const LEDGER = 'GET /studies/{study}/ledger';

describe('an answer', () => {
  it('is there once it has come, and asked for once by all who want it', async () => {
    const requests = serverThat(() => ({ body: [] }));
    const useBoth = () => [useAnswer(LEDGER, { study: 'plots' }), useAnswer(LEDGER, { study: 'plots' })];
    const { result } = renderHook(useBoth);
    expect(result.current[0]).toMatchObject({ answer: null, problem: null, fresh: false, busy: true });
    await waitFor(() => expect(result.current[1]).toMatchObject({ answer: [], fresh: true, busy: false }));
    expect(requests).toHaveLength(1);
  });

  it('is not asked for where nothing is asked', () => {
    const requests = serverThat(() => ({ body: [] }));
    expect(renderHook(() => useAnswer(LEDGER, null)).result.current).toMatchObject({ answer: null, busy: false });
    expect(requests).toEqual([]);
  });

  it('is a problem where it is refused', async () => {
    serverThat(() => problem(404, 'There is none.'));
    const { result } = renderHook(() => useAnswer(LEDGER, { study: 'plots' }));
    await waitFor(() => expect(result.current.problem).toEqual({ detail: 'There is none.', mend: 'Mend it.' }));
    expect(result.current.answer).toBeNull();
  });

  it('stands where asking again fails', async () => {
    let up = true;
    serverThat(() => (up ? { body: [] } : problem(500, 'It failed.')));
    const { result } = renderHook(() => useAnswer(LEDGER, { study: 'plots' }));
    await waitFor(() => expect(result.current.fresh).toBe(true));
    up = false;
    await act(() => refresh('plots'));
    await waitFor(() => expect(result.current.problem?.detail).toBe('It failed.'));
    expect(result.current.answer).toEqual([]);
  });

  it('of before stays until the next is there, where that is wanted', async () => {
    serverThat(({ address }) => ({ body: [{ words: address }] }));
    const { result, rerender } = renderHook(({ study, keep }) => useAnswer(LEDGER, { study }, { keep }), {
      initialProps: { study: 'plots', keep: true },
    });
    await waitFor(() => expect(result.current.fresh).toBe(true));
    rerender({ study: 'weir', keep: true });
    expect(result.current).toMatchObject({ answer: [{ words: '/studies/plots/ledger' }], fresh: false });
    await waitFor(() => expect(result.current.answer).toEqual([{ words: '/studies/weir/ledger' }]));
    rerender({ study: 'orchard', keep: false });
    expect(result.current.answer).toBeNull();
    await waitFor(() => expect(result.current.fresh).toBe(true));
  });

  it('is asked for again after a change of the study', async () => {
    let entries = 1;
    serverThat(({ method }) => {
      if (method !== 'GET') entries++;
      return { body: method === 'GET' ? Array.from({ length: entries }, (_, k) => k) : { words: '', revision: 2 } };
    });
    const { result } = renderHook(() => useAnswer(LEDGER, { study: 'plots' }));
    await waitFor(() => expect(result.current.answer).toHaveLength(1));
    await act(() => change('POST /studies/{study}/ledger/undo', { study: 'plots' }));
    await waitFor(() => expect(result.current.answer).toHaveLength(2));
  });
});
