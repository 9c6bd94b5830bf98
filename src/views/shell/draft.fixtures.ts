import { afterEach, beforeEach, vi } from 'vitest';

/** For tests of what a browser keeps: each begins with nothing kept. Time goes on, but can be put forward. */
export function withoutDrafts(): void {
  beforeEach(() => {
    sessionStorage.clear();
    localStorage.clear();
    vi.useFakeTimers({ shouldAdvanceTime: true });
  });
  afterEach(() => {
    // A study is sent a draft when nothing is typed for a while; not after the test.
    vi.clearAllTimers();
    vi.useRealTimers();
  });
}
