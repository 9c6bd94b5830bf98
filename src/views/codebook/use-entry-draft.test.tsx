// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { serverThat } from '../server/server.fixtures.js';
import { variable } from './roster.fixtures.js';
import type { Work } from './use-codebook.js';
import { useEntryDraft } from './use-entry-draft.js';
import { withoutDrafts } from '../shell/draft.fixtures.js';

withoutDrafts();

const answers = () => serverThat(({ method }) => ({ body: method === 'GET' ? [] : { words: 'x' } }));
const start = (run: (work: Work) => Promise<boolean> = (work) => work().then(() => true)) =>
  renderHook(() => useEntryDraft('plots', variable(4), run)).result;

describe('an entry that is typed in', () => {
  it('is dirty, and is kept with what is decided beyond it', async () => {
    const requests = answers();
    const entry = start();
    expect(entry.current.dirty).toBe(false);
    act(() => entry.current.setDraft({ label: 'Mood' }));
    expect([entry.current.dirty, entry.current.draft]).toEqual([true, { label: 'Mood' }]);
    act(() => entry.current.keepWith({ codesFor: 'this' }));
    await waitFor(() => expect(entry.current.dirty).toBe(false));
    expect(requests.find(({ method }) => method === 'PATCH')?.body).toEqual({
      edits: [{ variable: 4, label: 'Mood', codesFor: 'this' }],
    });
  });

  it('stays where it is refused', async () => {
    answers();
    const entry = start(() => Promise.resolve(false));
    act(() => entry.current.setDraft({ label: 'Mood' }));
    act(() => entry.current.keepWith({}));
    await act(() => Promise.resolve());
    expect(entry.current.draft).toEqual({ label: 'Mood' });
  });

  it('is there again after a reload, also where it was kept before drafts had a version', () => {
    answers();
    localStorage.setItem('hatch-count:plots:entry:4', JSON.stringify({ note: 'half a thought', name: '' }));
    expect(start().current.draft).toEqual({ note: 'half a thought', name: '' });
    localStorage.setItem('hatch-count:plots:entry:4', JSON.stringify({ version: 1, draft: { label: 7 } }));
    sessionStorage.clear();
    expect(start().current.draft).toEqual({});
  });

  it('is gone where everything is as it was', () => {
    answers();
    const entry = start();
    act(() => entry.current.setDraft({ label: 'Mood' }));
    act(() => entry.current.setDraft({}));
    expect([entry.current.dirty, sessionStorage.length]).toEqual([false, 0]);
  });
});
