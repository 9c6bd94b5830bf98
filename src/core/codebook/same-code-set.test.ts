import { expect, it } from 'vitest';
import { isSameCodeSet } from './same-code-set.js';

it('asks for the same codes, not for their order, and takes none for two', () => {
  expect(isSameCodeSet(['1', '9'], ['9', '1'])).toBe(true);
  expect(isSameCodeSet([], [])).toBe(true);
  expect(isSameCodeSet(['1'], ['1', '9'])).toBe(false);
  expect(isSameCodeSet(['1,9', 'x'], ['1', '9,x'])).toBe(false);
});
