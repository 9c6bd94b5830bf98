// @vitest-environment happy-dom
import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useOverdue } from './use-overdue.js';

beforeEach(() => {
  vi.useFakeTimers();
});
afterEach(() => {
  vi.useRealTimers();
});

it('shows waiting that lasts, and none that is over before one would see it', () => {
  const { result, rerender } = renderHook(({ waits }) => useOverdue(waits, 200), { initialProps: { waits: true } });
  act(() => void vi.advanceTimersByTime(199));
  expect(result.current).toBe(false);
  rerender({ waits: false });
  act(() => void vi.advanceTimersByTime(500));
  expect(result.current).toBe(false);
  rerender({ waits: true });
  act(() => void vi.advanceTimersByTime(200));
  expect(result.current).toBe(true);
  rerender({ waits: false });
  expect(result.current).toBe(false);
});
