// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { problem, serverThat } from '../server/server.fixtures.js';
import { useLedger } from './use-ledger.js';

const entry = (id: number, more: object = {}) => ({
  id,
  words: `Entry ${id}`,
  undone: false,
  undoable: true,
  leftOut: null,
  ...more,
});

const start = async () => {
  const { result } = renderHook(() => useLedger('plots'));
  await waitFor(() => expect(result.current.entries).not.toBeNull());
  return result;
};

describe('the ledger of a study', () => {
  it('says what would be undone and done again next', async () => {
    serverThat(() => ({
      body: [
        entry(1),
        entry(2),
        entry(3, { leftOut: 'chosen' }),
        entry(4, { undone: true }),
        entry(5, { undone: true }),
      ],
    }));
    const ledger = await start();
    expect([ledger.current.last?.id, ledger.current.next?.id]).toEqual([2, 4]);
  });

  it('has nothing to undo where its last entry cannot be', async () => {
    serverThat(() => ({ body: [entry(1, { undoable: false })] }));
    const ledger = await start();
    expect([ledger.current.last, ledger.current.next]).toEqual([null, null]);
  });

  it.each([
    ['undo', 'POST', '/studies/plots/ledger/undo', 'Undone: Label of site'],
    ['redo', 'POST', '/studies/plots/ledger/redo', 'Done again: Label of site'],
  ] as const)('tells what it did: %s', async (act_, method, address, toast) => {
    const requests = serverThat((request) => ({ body: request.method === 'GET' ? [] : { words: 'Label of site' } }));
    const ledger = await start();
    act(() => ledger.current[act_]());
    await waitFor(() => expect(ledger.current.toast).toBe(toast));
    expect(requests.find((request) => request.method === method)?.address).toBe(address);
  });

  it('goes to an entry', async () => {
    const requests = serverThat(({ method }) => ({ body: method === 'GET' ? [] : { words: 'Made Low' } }));
    const ledger = await start();
    act(() => ledger.current.goTo(3));
    await waitFor(() => expect(ledger.current.toast).toBe('As it was after: Made Low'));
    expect(requests.find(({ method }) => method === 'PUT')?.body).toEqual({ entry: 3 });
  });

  it('tells what became of an amendment', async () => {
    const amended = { words: 'Made Low', replayed: 2, misfits: [], failing: [] };
    serverThat(({ method }) => ({ body: method === 'GET' ? [] : amended }));
    const ledger = await start();
    await act(() => ledger.current.amend(3, { is: 'left-out' }));
    expect(ledger.current.amended).toEqual({ ...amended, is: 'left-out' });
  });

  it('says why something was refused, and forgets it when the next goes well', async () => {
    let refused = true;
    serverThat(({ method }) =>
      method === 'GET' ? { body: [] } : refused ? problem(412, 'It was changed.') : { body: { words: 'x' } },
    );
    const ledger = await start();
    act(() => ledger.current.undo());
    await waitFor(() => expect(ledger.current.trouble).toEqual({ detail: 'It was changed.', mend: 'Mend it.' }));
    expect(ledger.current.toast).toBeNull();
    refused = false;
    act(() => ledger.current.undo());
    await waitFor(() => expect(ledger.current.trouble).toBeNull());
  });
});
