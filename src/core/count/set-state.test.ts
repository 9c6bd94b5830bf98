import { describe, expect, it } from 'vitest';
import { answeredIn, hasAnswered, SET_STATE, SET_STATES, STANDINGS } from './set-state.js';

describe('how respondents stand to a question', () => {
  it('is a number for each state, by its place', () => {
    expect(SET_STATES.map((state) => SET_STATE[state])).toEqual([0, 1, 2, 3, 4, 5, 6]);
  });

  it('is mentioned, or one of the standings', () => {
    expect(['mentioned', ...STANDINGS].sort()).toEqual([...SET_STATES].sort());
  });

  it('is an answer where somebody mentioned something, none of these, or ticked nothing', () => {
    expect(SET_STATES.filter((state) => hasAnswered(SET_STATE[state]))).toEqual(['mentioned', 'none', 'nothing']);
    expect(answeredIn(Uint8Array.of(0, 1, 1, 2, 3, 4, 5))).toBe(4);
  });
});
