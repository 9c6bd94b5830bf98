// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react';
import { expect, it } from 'vitest';
import { useSteady } from './use-steady.js';

it('stays the same function and does what the last one given does', () => {
  const { result, rerender } = renderHook(({ by }) => useSteady((n: number) => n * by), { initialProps: { by: 2 } });
  const first = result.current;
  expect(first(10)).toBe(20);
  rerender({ by: 3 });
  expect(result.current).toBe(first);
  expect(first(10)).toBe(30);
});
