import { describe, expect, it } from 'vitest';
import { isAnswer, titleOf } from './types.js';

describe('titles and answers', () => {
  it('fall back to the name', () => {
    expect(titleOf({ name: 'q1', label: ' ' })).toBe('q1');
    expect(titleOf({ name: 'q1', label: 'Age' })).toBe('Age');
    expect(isAnswer({ code: '9', label: '', missing: 'refused' })).toBe(false);
  });
});
