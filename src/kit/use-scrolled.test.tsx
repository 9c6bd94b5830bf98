// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react';
import { expect, it, vi } from 'vitest';
import { useScrolled } from './use-scrolled.js';

it('looks at a region at once, when it is scrolled, and no longer once it is left', () => {
  const region = { current: document.createElement('div') };
  const look = vi.fn();
  const props: { again: unknown } = { again: 1 };
  const { rerender, unmount } = renderHook(({ again }) => useScrolled(region, look, again), { initialProps: props });
  expect(look.mock.calls).toEqual([[region.current]]);
  region.current.dispatchEvent(new Event('scroll'));
  expect(look).toHaveBeenCalledTimes(2);
  rerender({ again: 2 });
  expect(look).toHaveBeenCalledTimes(3);
  rerender({ again: null });
  region.current.dispatchEvent(new Event('scroll'));
  expect(look).toHaveBeenCalledTimes(3);
  unmount();
});
