// Before every file of unit tests: what a test put on a page is taken off after it, while there still is a page. A hook
// that stays would be told of answers when the page of its test is gone.
import { afterEach } from 'vitest';

/** The timer itself, where a test puts another in its place. */
const later = setTimeout;

if (typeof document !== 'undefined') {
  const { cleanup } = await import('@testing-library/react');
  afterEach(async () => {
    cleanup();
    // What is on its way by a timer already arrives here.
    await new Promise((resolve) => later(resolve, 0));
  });
}
