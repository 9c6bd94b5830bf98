// @vitest-environment happy-dom
import { act, renderHook, waitFor } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import type { KeptShape } from '../../core/kept-shape.js';
import { serverThat } from '../server/server.fixtures.js';
import { useStudyDraft } from './use-study-draft.js';
import { withoutDrafts } from './draft.fixtures.js';

const WORDS: KeptShape<string[]> = { version: 1, shape: z.array(z.string()) };
const NONE: string[] = [];

/** A study with these drafts. */
const studyWith = (...drafts: { name: string; value: unknown }[]) =>
  serverThat(({ method }) => (method === 'GET' ? { body: drafts } : { body: undefined }));

const start = () => renderHook(() => useStudyDraft('plots', 'entry:4', NONE, WORDS));
const quiet = () => act(() => vi.advanceTimersByTimeAsync(1000));

withoutDrafts();

describe('a draft of a study', () => {
  it('is kept here at once, and in the study when nothing more is typed', async () => {
    const requests = studyWith();
    const { result } = start();
    act(() => result.current[1](['B']));
    act(() => result.current[1](['Beans']));
    expect(result.current[0]).toEqual(['Beans']);
    expect(requests.filter(({ method }) => method === 'PUT')).toEqual([]);
    await quiet();
    expect(requests.filter(({ method }) => method === 'PUT')).toMatchObject([
      { address: '/studies/plots/drafts/entry-4', body: { value: { version: 1, draft: ['Beans'] } } },
    ]);
  });

  it('comes back from the study where this browser has none', async () => {
    studyWith({ name: 'entry-4', value: { version: 1, draft: ['Kale'] } }, { name: 'entry-5', value: ['Peas'] });
    const { result } = start();
    await waitFor(() => expect(result.current[0]).toEqual(['Kale']));
  });

  it('of this browser stands before the one of the study', async () => {
    studyWith({ name: 'entry-4', value: { version: 1, draft: ['Kale'] } });
    sessionStorage.setItem('hatch-count:plots:entry:4', JSON.stringify({ version: 1, draft: ['Beans'] }));
    const { result } = start();
    await quiet();
    expect(result.current[0]).toEqual(['Beans']);
  });

  it('that was begun before the study answered stands', async () => {
    studyWith({ name: 'entry-4', value: { version: 1, draft: ['Kale'] } });
    const { result } = start();
    act(() => result.current[1](['Beans']));
    await quiet();
    expect(result.current[0]).toEqual(['Beans']);
  });

  it('of another shape is not taken from the study', async () => {
    studyWith({ name: 'entry-4', value: { version: 1, draft: { text: 'Kale' } } });
    const { result } = start();
    await quiet();
    expect(result.current[0]).toEqual(NONE);
  });

  it('is gone in both where it is forgotten, and what waited is not sent', async () => {
    const requests = studyWith();
    const { result } = start();
    act(() => result.current[1](['Beans']));
    act(() => result.current[2]());
    await quiet();
    expect(requests.map(({ method }) => method).filter((method) => method !== 'GET')).toEqual(['DELETE']);
    expect([sessionStorage.length, localStorage.length]).toEqual([0, 0]);
  });

  it('stands here where the study does not answer', async () => {
    serverThat(() => ({ status: 500, body: {} }));
    const { result } = start();
    act(() => result.current[1](['Beans']));
    await quiet();
    expect(result.current[0]).toEqual(['Beans']);
  });
});
