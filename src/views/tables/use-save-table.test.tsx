// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { sentenceOf } from '../../core/table/sentence.js';
import { problem, serverThat } from '../server/server.fixtures.js';
import { NOTHING_ASKED } from './asked.js';
import { SHOWN } from './shown-query.js';
import { useSaveTable } from './use-save-table.js';

const SENTENCE = sentenceOf(2, { by: [[1]] });

function start(saved: number | null = null, since: number | null = null, sentence: typeof SENTENCE | null = SENTENCE) {
  const keptAs = vi.fn();
  const asked = {
    ...NOTHING_ASKED,
    saved,
    since,
    shown: SHOWN,
    keptAs,
    change: vi.fn(),
    show: vi.fn(),
    undo: undefined,
  };
  const { result } = renderHook(() => useSaveTable('plots', 'Age by Site', sentence, asked));
  return { result, keptAs };
}
const answers = () => serverThat(() => ({ body: { id: 7, title: 'Age by Site' } }));

describe('keeping a table in the binder', () => {
  it('makes a new one', async () => {
    const requests = answers();
    const { result, keptAs } = start();
    act(() => result.current.save());
    await waitFor(() => expect(keptAs).toHaveBeenCalledWith(7));
    expect(requests.find(({ method }) => method === 'POST')).toMatchObject({
      address: '/studies/plots/tables',
      body: { title: 'Age by Site', sentence: { rows: 2, by: 1 }, shown: SHOWN },
    });
    expect(result.current.toast).toBe('Kept in the binder: Age by Site');
  });

  it('puts it in the place of the one that is open, as it was when it was opened', async () => {
    const requests = answers();
    const { result, keptAs } = start(7, 12);
    act(() => result.current.save());
    await waitFor(() => expect(keptAs).toHaveBeenCalled());
    const sent = requests.find(({ method }) => method === 'PUT');
    expect(sent?.address).toBe('/studies/plots/tables/7');
    expect(Object.values(sent?.headers ?? {})).toContain('"12"');
  });

  it('does nothing where nothing is asked for', () => {
    const requests = answers();
    const { result } = start(null, null, null);
    act(() => result.current.save());
    expect(requests).toEqual([]);
  });

  it('says why it was refused, and goes on all the same where that can be', async () => {
    let first = true;
    serverThat(() => {
      const answer = first ? problem(412, 'It was changed.') : { body: { id: 7, title: 'Age by Site' } };
      first = false;
      return answer;
    });
    const { result, keptAs } = start(7, 12);
    act(() => result.current.save());
    await waitFor(() => expect(result.current.trouble?.detail).toBe('It was changed.'));
    act(() => result.current.trouble?.again?.());
    await waitFor(() => expect(keptAs).toHaveBeenCalledWith(7));
    expect(result.current.trouble).toBeNull();
  });

  it('is a new table from here on, where that is wanted', () => {
    const { result, keptAs } = start(7);
    act(() => result.current.asNew());
    expect(keptAs).toHaveBeenCalledWith(null);
    expect(result.current.toast).toBe('From here on this is a new table.');
  });
});
