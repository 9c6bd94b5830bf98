// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { beforeEach, describe, expect, it } from 'vitest';
import { all } from './roster.fixtures.js';
import { useTyping } from './use-typing.js';

beforeEach(() => {
  sessionStorage.clear();
  localStorage.clear();
});

const start = (listed = all) => renderHook(() => useTyping('plots', listed)).result;

describe('the cell that is typed in', () => {
  it('is none at first', () => {
    expect(start().current.typing).toBeNull();
  });

  it('is typed on after a reload, at its variable, wherever that stands by then', () => {
    const page = start();
    act(() => page.current.keep({ variable: 3, column: 2, text: 'Age in y', seen: 5 }));
    expect(start().current.typing).toEqual({ row: 2, column: 2, text: 'Age in y', seen: 5 });
    expect(start([...all].reverse()).current.typing?.row).toBe(1);
  });

  it('is not begun where its variable is not listed', () => {
    const page = start();
    act(() => page.current.keep({ variable: 77, column: 2, text: 'x', seen: null }));
    expect(start().current.typing).toBeNull();
  });

  it('is of its tab alone', () => {
    const page = start();
    act(() => page.current.keep({ variable: 3, column: 2, text: 'Age', seen: 5 }));
    expect(localStorage.length).toBe(0);
  });

  it('is forgotten when it ends', () => {
    const page = start();
    act(() => page.current.keep({ variable: 3, column: 2, text: 'Age', seen: 5 }));
    act(() => page.current.stop());
    expect([page.current.typing, start().current.typing]).toEqual([null, null]);
  });
});
