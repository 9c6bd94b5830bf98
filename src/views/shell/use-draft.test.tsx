// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { z } from 'zod';
import type { KeptShape } from '../../core/kept-shape.js';
import { useDraft } from './use-draft.js';

interface Note {
  text: string;
  lines: number;
}

const NOTE: KeptShape<Note> = {
  version: 2,
  shape: z.object({ text: z.string(), lines: z.number() }),
  // The first version kept the text alone.
  migrate: (value) => (typeof value === 'string' ? { text: value, lines: 1 } : value),
};
const EMPTY: Note = { text: '', lines: 0 };
const KEY = 'a-note';

const start = (tabOnly = false) => renderHook(() => useDraft(KEY, EMPTY, NOTE, tabOnly));
const valueIn = ({ result }: ReturnType<typeof start>) => result.current[0];
const put = ({ result }: ReturnType<typeof start>, note: Note) => act(() => result.current[1](note));
/** A tab that is opened beside this one: what the tab alone keeps is not in it. */
const newTab = () => sessionStorage.clear();

beforeEach(() => {
  sessionStorage.clear();
  localStorage.clear();
});

describe('a draft', () => {
  it('begins as it is given, and outlives a reload', () => {
    const page = start();
    expect(valueIn(page)).toEqual(EMPTY);
    put(page, { text: 'Beans', lines: 1 });
    expect(valueIn(page)).toEqual({ text: 'Beans', lines: 1 });
    page.unmount();
    expect(valueIn(start())).toEqual({ text: 'Beans', lines: 1 });
  });

  it('is begun in a new tab with what was typed last, unless it is of the tab alone', () => {
    put(start(), { text: 'Beans', lines: 1 });
    newTab();
    expect(valueIn(start())).toEqual({ text: 'Beans', lines: 1 });
    put(start(true), { text: 'Kale', lines: 1 });
    expect(valueIn(start(true))).toEqual({ text: 'Kale', lines: 1 });
    newTab();
    expect(valueIn(start(true))).toEqual(EMPTY);
  });

  it('has its own in each tab', () => {
    const page = start();
    put(page, { text: 'Beans', lines: 1 });
    // Another tab types something else.
    localStorage.setItem(KEY, JSON.stringify({ version: 2, draft: { text: 'Kale', lines: 1 } }));
    page.unmount();
    expect(valueIn(start())).toEqual({ text: 'Beans', lines: 1 });
  });

  it('is gone where it is forgotten', () => {
    const page = start();
    put(page, { text: 'Beans', lines: 1 });
    act(() => page.result.current[2]());
    expect(valueIn(start())).toEqual(EMPTY);
    expect([sessionStorage.length, localStorage.length]).toEqual([0, 0]);
  });
});

describe('an old draft', () => {
  const kept = (text: string) => localStorage.setItem(KEY, text);

  it('is brought into the form of this version', () => {
    kept(JSON.stringify({ version: 1, draft: 'Beans' }));
    expect(valueIn(start())).toEqual({ text: 'Beans', lines: 1 });
  });

  it('without a version, as the first program kept it, is too', () => {
    kept(JSON.stringify('Beans'));
    expect(valueIn(start())).toEqual({ text: 'Beans', lines: 1 });
  });

  it.each([
    ['of a newer program', JSON.stringify({ version: 3, draft: { text: 'Beans', lines: 1 } })],
    ['of another shape', JSON.stringify({ version: 2, draft: { text: 7 } })],
    ['that is broken off', '{"version":2,"draft":{"te'],
    ['that is nothing', 'null'],
  ])('%s is not taken', (_, text) => {
    kept(text);
    expect(valueIn(start())).toEqual(EMPTY);
  });
});

describe('a browser that keeps nothing', () => {
  it('keeps the draft as long as the page', () => {
    const refuse = () => {
      throw new DOMException('The quota is used up.', 'QuotaExceededError');
    };
    const full = { getItem: refuse, setItem: refuse, removeItem: refuse };
    vi.stubGlobal('sessionStorage', full);
    vi.stubGlobal('localStorage', full);
    const page = start();
    put(page, { text: 'Beans', lines: 1 });
    expect(valueIn(page)).toEqual({ text: 'Beans', lines: 1 });
    page.unmount();
    expect(valueIn(start())).toEqual(EMPTY);
    vi.unstubAllGlobals();
  });
});
