// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import type { ClipboardEvent } from 'react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { axis, tableOf } from '../../core/reading/axes.fixtures.js';
import { viewOfTable } from '../../core/view/table-view.js';
import { SHOWN } from './shown-query.js';
import { useCopyTable } from './use-copy-table.js';

const table = tableOf(axis('Mood', 'ordered', ['Good', 'Bad']), axis('Site', 'unordered', ['North', 'South']), [
  [3, 1],
  [1, 5],
]);
const VIEW = viewOfTable('Mood by Site', table, { marks: null, letters: null, assessment: null });

/** What a browser makes of the forms of a copy. */
class Item {
  constructor(readonly forms: Record<string, Blob>) {}
}

function start() {
  const [toast, fail] = [vi.fn(), vi.fn()];
  const { result } = renderHook(() => useCopyTable([VIEW], SHOWN, { toast, fail }));
  return { copy: result.current, toast, fail };
}

afterEach(() => {
  vi.unstubAllGlobals();
  vi.restoreAllMocks();
});

describe('copying a table', () => {
  it('by the keyboard puts a table and cells on the clipboard', () => {
    const { copy, toast } = start();
    const setData = vi.fn();
    const preventDefault = vi.fn();
    copy.byKey({ clipboardData: { setData }, preventDefault } as unknown as ClipboardEvent);
    const given = new Map(setData.mock.calls as [string, string][]);
    expect(given.get('text/html')).toContain('<th scope="col"');
    expect(given.get('text/plain')?.split('\n')[1]).toBe('Mood\t\tAll\tNorth\tSouth');
    expect(preventDefault).toHaveBeenCalled();
    expect(toast).toHaveBeenCalled();
  });

  it('leaves text alone that somebody has selected', () => {
    const { copy } = start();
    vi.stubGlobal('getSelection', () => ({ isCollapsed: false }));
    const setData = vi.fn();
    copy.byKey({ clipboardData: { setData }, preventDefault: vi.fn() } as unknown as ClipboardEvent);
    expect(setData).not.toHaveBeenCalled();
  });

  it('by the button says what to do where the browser does not let it', async () => {
    vi.stubGlobal('ClipboardItem', Item);
    vi.stubGlobal('navigator', { clipboard: { write: () => Promise.reject(new Error('not allowed')) } });
    const { copy, fail } = start();
    act(() => copy.byButton());
    await waitFor(() =>
      expect(fail).toHaveBeenCalledWith(expect.objectContaining({ mend: expect.any(String) as string })),
    );
  });

  it('by the button says so where it was done', async () => {
    const write = vi.fn(() => Promise.resolve());
    vi.stubGlobal('ClipboardItem', Item);
    vi.stubGlobal('navigator', { clipboard: { write } });
    const { copy, toast } = start();
    act(() => copy.byButton());
    await waitFor(() => expect(toast).toHaveBeenCalled());
    expect(write).toHaveBeenCalledTimes(1);
  });
});
