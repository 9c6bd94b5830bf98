// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { problem, serverThat } from '../server/server.fixtures.js';
import type { Said } from './coding-state.js';
import { useSavedCodings } from './use-saved-codings.js';

const WATER: Said = { verdict: 'themes', themes: [1] };
const start = () => renderHook(() => useSavedCodings('plots', 3, 'Anna'));
const patient = { timeout: 5000 };

/** The codings in what was sent, one request after another. */
const sentIn = (requests: readonly { method: string; body?: unknown }[]) =>
  requests.flatMap(({ method, body }) => (method === 'POST' ? [(body as { codings: object[] }).codings] : []));

describe('keeping what a coder says', () => {
  it('sends it a moment later, the last that was said of each answer, alike ones together', async () => {
    const requests = serverThat(() => ({ body: { answers: 3 } }));
    const { result } = start();
    act(() => result.current.save(['Rats', 'rats'], [WATER, WATER]));
    act(() => result.current.save(['Hm', 'Rats'], [{ verdict: 'unclear', themes: [] }, null]));
    expect(result.current.waiting).toBe(3);
    await waitFor(() => expect(result.current.waiting).toBe(0), patient);
    expect(sentIn(requests)).toEqual([
      [
        { texts: ['Rats'], verdict: null, themes: [] },
        { texts: ['rats'], verdict: 'themes', themes: [1] },
        { texts: ['Hm'], verdict: 'unclear', themes: [] },
      ],
    ]);
  });

  it('sends what came meanwhile behind it, and all that waits where the page is left', async () => {
    const requests = serverThat(() => ({ body: { answers: 1 } }));
    const { result, unmount } = start();
    act(() => result.current.save(['Rats'], [WATER]));
    act(() => {
      window.dispatchEvent(new Event('pagehide'));
    });
    act(() => result.current.save(['Bees'], [WATER]));
    await waitFor(() => expect(sentIn(requests)).toHaveLength(2), patient);
    act(() => result.current.save(['Hm'], [WATER]));
    unmount();
    await waitFor(() => expect(sentIn(requests).flat()).toHaveLength(3), patient);
  });

  it('keeps what was refused, says why, and sends it again', async () => {
    let refused = true;
    const requests = serverThat(({ method }) =>
      method === 'POST' && refused ? problem(404, 'Nobody called “Anna” codes here.') : { body: { answers: 1 } },
    );
    const { result } = start();
    act(() => result.current.save(['Rats'], [WATER]));
    await waitFor(() => expect(result.current.trouble?.detail).toContain('Nobody called'), patient);
    expect(result.current.waiting).toBe(1);
    refused = false;
    act(() => result.current.again());
    await waitFor(() => expect(result.current.waiting).toBe(0), patient);
    expect(result.current.trouble).toBeNull();
    expect(sentIn(requests)).toHaveLength(2);
  });
});
