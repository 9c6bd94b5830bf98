// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { useTicked } from './use-ticked.js';

const start = (names = ['a', 'b', 'c', 'd', 'e']) =>
  renderHook(({ list }) => useTicked(list), { initialProps: { list: names } });

describe('ticks', () => {
  it('are set one by one, and taken away', () => {
    const { result } = start();
    act(() => result.current.tick('b', false));
    act(() => result.current.tick('d', false));
    expect([...result.current.ticked]).toEqual(['b', 'd']);
    act(() => result.current.tick('b', false));
    expect([...result.current.ticked]).toEqual(['d']);
  });

  it('are set from the one before to the next, up or down, and taken away alike', () => {
    const { result } = start();
    act(() => result.current.tick('d', false));
    act(() => result.current.tick('b', true));
    expect([...result.current.ticked].sort()).toEqual(['b', 'c', 'd']);
    act(() => result.current.tick('d', true));
    expect(result.current.ticked.size).toBe(0);
  });

  it('stay when what is listed is another, and all that is listed is ticked at once', () => {
    const { result, rerender } = start();
    act(() => result.current.tick('a', false));
    rerender({ list: ['c', 'd'] });
    expect(result.current.ticked.has('a')).toBe(true);
    act(() => result.current.tickAll());
    expect([...result.current.ticked]).toEqual(['c', 'd']);
    act(() => result.current.untick());
    expect(result.current.ticked.size).toBe(0);
  });
});
