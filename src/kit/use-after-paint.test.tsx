// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useAfterPaint } from './use-after-paint.js';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

const frame = () => {
  act(() => void vi.advanceTimersByTime(40));
};

it('is the value before until the next one was painted, and at first nothing', () => {
  const { result, rerender } = renderHook(({ value }) => useAfterPaint(value), { initialProps: { value: 'a' } });
  expect(result.current).toBeNull();
  frame();
  expect(result.current).toBe('a');
  rerender({ value: 'b' });
  expect(result.current).toBe('a');
  frame();
  expect(result.current).toBe('b');
});

it('passes over a value that was gone before it was painted', () => {
  const seen: (string | null)[] = [];
  const { rerender } = renderHook(
    ({ value }) => {
      seen.push(useAfterPaint(value));
    },
    { initialProps: { value: 'a' } },
  );
  rerender({ value: 'b' });
  frame();
  expect(seen).not.toContain('a');
  expect(seen.at(-1)).toBe('b');
});
