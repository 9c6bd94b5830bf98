// @vitest-environment happy-dom
import { renderHook } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { useKeys } from './use-keys.js';

function press(key: string, target: EventTarget = document.body, more: KeyboardEventInit = {}): KeyboardEvent {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...more });
  target.dispatchEvent(event);
  return event;
}

describe('single keys', () => {
  it('act, small or capital, and the page does nothing else with them', () => {
    const save = vi.fn();
    renderHook(() => useKeys({ s: save, Escape: save }));
    expect(press('s').defaultPrevented).toBe(true);
    press('S');
    press('Escape');
    expect(save).toHaveBeenCalledTimes(3);
    expect(press('x').defaultPrevented).toBe(false);
  });

  it('are letters where somebody types, and the browser’s own with Control', () => {
    const save = vi.fn();
    renderHook(() => useKeys({ s: save }));
    for (const tag of ['input', 'textarea', 'select']) {
      const field = document.body.appendChild(document.createElement(tag));
      expect(press('s', field).defaultPrevented).toBe(false);
      field.remove();
    }
    press('s', document.body, { ctrlKey: true });
    press('s', document.body, { altKey: true });
    press('s', document.body, { metaKey: true });
    expect(save).not.toHaveBeenCalled();
  });

  it('do what the page does now, and nothing when it is gone', () => {
    const [before, now] = [vi.fn(), vi.fn()];
    const { rerender, unmount } = renderHook(({ act }) => useKeys({ s: act }), { initialProps: { act: before } });
    rerender({ act: now });
    press('s');
    unmount();
    press('s');
    expect([before.mock.calls.length, now.mock.calls.length]).toEqual([0, 1]);
  });
});
