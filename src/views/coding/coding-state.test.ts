import { describe, expect, it } from 'vitest';
import {
  keyOf,
  listed,
  nextLeft,
  otherwiseHere,
  readShown,
  saidHere,
  sayShown,
  startCoding,
  stepBack,
  VERDICT_KEYS,
  withApart,
  withQuote,
  withSame,
  withTheme,
  withVerdict,
} from './coding-state.js';

const answer = (text: string, said: { verdict: 'themes'; themes: number[] } | null = null) => {
  return { text, respondents: 1, first: 1, said, open: false, quote: null };
};
const ANSWERS = [
  answer('Rats', { verdict: 'themes', themes: [1] }),
  answer('No water'),
  answer('no watter'),
  answer('The shed'),
];
const START = startCoding(ANSWERS, [[0], [1, 2], [3]]);

describe('coding answers', () => {
  it('begins at the first of which nothing is said, and codes those that are alike together', () => {
    expect([START.at, START.left]).toEqual([1, 3]);
    const coded = withTheme(withTheme(START, 2), 3);
    expect(coded.said.map((said) => said?.themes ?? null)).toEqual([[1], [2, 3], [2, 3], null]);
    expect(coded.left).toBe(1);
    expect(nextLeft(coded)).toBe(2);
    expect(saidHere(withTheme(coded, 2))?.themes).toEqual([3]);
    expect(withTheme(withTheme(coded, 2), 3).left).toBe(3);
  });

  it('gives what one of a group has to the others that came later, by its theme or all at once', () => {
    const later = startCoding(
      [answer('no watter'), answer('No water', { verdict: 'themes', themes: [2] }), answer('Rats')],
      [[0, 1], [2]],
    );
    expect([later.at, later.left, saidHere(later)?.themes, otherwiseHere(later)]).toEqual([0, 2, [2], [0]]);
    for (const same of [withSame(later), withTheme(later, 2)]) {
      expect(same.said.map((said) => said?.themes ?? null)).toEqual([[2], [2], null]);
      expect(same.left).toBe(1);
      expect(stepBack(same).said).toEqual(later.said);
      expect(withSame(same)).toBe(same);
      expect(saidHere(withTheme(same, 2))).toBeNull();
    }
    expect(withTheme(later, 3).said.map((said) => said?.themes ?? null)).toEqual([[2, 3], [2, 3], null]);
  });

  it('gives a verdict in the place of themes, and takes steps back where they were made', () => {
    const unclear = withVerdict(withTheme(START, 2), 'unclear');
    expect(saidHere(unclear)).toEqual({ verdict: 'unclear', themes: [] });
    const back = stepBack({ ...unclear, at: 2 });
    expect([back.at, saidHere(back)?.themes]).toEqual([1, [2]]);
    expect(stepBack(back).left).toBe(3);
    expect(stepBack(START)).toBe(START);
    expect(saidHere(withVerdict(unclear, 'unclear'))).toBeNull();
  });

  it('leaves out of a group what was taken apart, which is read by itself', () => {
    const apart = withApart(START, 2);
    expect(apart.groups).toEqual([[0], [1], [3], [2]]);
    expect(withTheme(apart, 2).said[2]).toBeNull();
  });

  it('lists what is left, what has a theme, and what is searched for', () => {
    expect(listed(START, 'left', '')).toEqual([1, 2]);
    expect(listed(START, 'all', 'WATER')).toEqual([1]);
    expect(listed(START, { theme: 1 }, '')).toEqual([0]);
    expect(listed(withVerdict(START, 'left-out'), 'left-out', '')).toEqual([1]);
    for (const shown of ['left', 'all', 'unclear', { theme: 12 }] as const)
      expect(readShown(sayShown(shown))).toEqual(shown);
  });

  it('lists quotations, and leaves the answers as they are', () => {
    const quoted = withQuote(START, 2, 'no […]');
    expect(listed(quoted, 'quoted', '')).toEqual([1]);
    expect(quoted.answers).toBe(START.answers);
    expect(listed(withQuote(quoted, 2, null), 'quoted', '')).toEqual([]);
    expect(readShown(sayShown('quoted'))).toBe('quoted');
  });

  it('says that nothing is left where all is coded', () => {
    const done = ['2', '3'].reduce(
      (state) => ({ ...withTheme(state, 5), at: nextLeft(withTheme(state, 5)) ?? 0 }),
      START,
    );
    expect(done.left).toBe(0);
    expect(nextLeft(done)).toBeNull();
  });

  it('has a key for each of the first themes, which none of the verdicts has', () => {
    const keys = Array.from({ length: 40 }, (_, k) => keyOf(k)).filter((key) => key !== null);
    expect(new Set(keys).size).toBe(keys.length);
    expect(keys.length).toBeGreaterThan(24);
    for (const key of [...VERDICT_KEYS.map(([own]) => own), 'n', 'p', 't', 'z', 'g', '/'])
      expect(keys).not.toContain(key);
  });
});
