// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react';
import { afterEach, expect, it, vi } from 'vitest';
import { useLanded } from './use-landed.js';

afterEach(() => {
  location.hash = '';
  document.body.replaceChildren();
});

it('goes where the address says once that is there, and once only', () => {
  location.hash = '#table-3';
  const part = document.createElement('h2');
  part.id = 'table-3';
  const scroll = vi.fn();
  part.scrollIntoView = scroll;
  const { rerender } = renderHook(({ isThere }) => useLanded(isThere), { initialProps: { isThere: false } });
  document.body.append(part);
  expect(scroll).not.toHaveBeenCalled();
  rerender({ isThere: true });
  rerender({ isThere: true });
  expect(scroll).toHaveBeenCalledTimes(1);
});

it('stays where nothing is named, or what is named is not there', () => {
  const scroll = vi.spyOn(Element.prototype, 'scrollIntoView');
  renderHook(() => useLanded(true));
  location.hash = '#table-9';
  renderHook(() => useLanded(true));
  expect(scroll).not.toHaveBeenCalled();
  scroll.mockRestore();
});
