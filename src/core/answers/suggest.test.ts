import { describe, expect, it } from 'vitest';
import { frequentWords } from './frequent-words.js';
import { inContext, matches } from './matches.js';
import { learn, suggest } from './suggest.js';
import { wordsOf } from './words-of.js';

const SMALL = new Set(['the', 'is', 'in', 'a', 'on', 'off', 'near']);

describe('words of answers', () => {
  it('are of any script, with marks and apostrophes, in small letters', () => {
    expect(wordsOf('Don’t LOCK it, s’il vous plaît – 24/7')).toEqual([
      'don’t',
      'lock',
      'it',
      's’il',
      'vous',
      'plait',
      '24',
      '7',
    ]);
    expect(wordsOf('Нет воды! हिन्दी पानी')).toEqual(['нет', 'воды', 'हिन्दी', 'पानी']);
  });

  it('that many answers have are told, pairs in the place of words that stand in them alone', () => {
    const texts = ['Rats in the compost heap', 'the compost heap is full', 'rats', 'compost heap', 'a hose', 'a hose'];
    expect(frequentWords(texts, SMALL, 3)).toEqual([
      { word: 'compost heap', answers: 3 },
      { word: 'hose', answers: 2 },
      { word: 'rats', answers: 2 },
    ]);
  });

  it('that nearly all answers have say nothing of them', () => {
    const texts = Array.from({ length: 40 }, (_, k) => `please mend ${k < 6 ? 'gate' : `thing${k}`}`);
    expect(frequentWords(texts, SMALL, 5).map(({ word }) => word)).toEqual(['mend gate']);
  });

  it('are found whatever their capitals and accents, and shown where they stand', () => {
    expect(matches('Crème, crémerie', 'creme')).toEqual([
      [0, 5],
      [7, 12],
    ]);
    expect(matches('a\u0301b', 'ab')).toEqual([[0, 3]]);
    expect(matches('anything', ' ')).toEqual([]);
    expect(inContext('The old shed door', 'shed', 4)).toEqual([{ before: '…old ', match: 'shed', behind: ' doo…' }]);
  });
});

describe('a suggestion of themes', () => {
  const coded = [
    { text: 'Rats in the shed', themes: [1, 2] },
    { text: 'rats again', themes: [1] },
    { text: 'more rats', themes: [1] },
    { text: 'shed locked', themes: [2] },
    { text: 'water off', themes: [] },
  ];

  it('follows from the words of what was coded, and says which', () => {
    expect(suggest(learn(coded, SMALL), 'There are RATS near the shed')).toEqual([
      { theme: 1, share: 3 / 4, words: ['rats'] },
      { theme: 2, share: 2 / 3, words: ['shed'] },
    ]);
  });

  it('is not made of a word of one answer, nor of one that most answers have without the theme', () => {
    expect(suggest(learn(coded, SMALL), 'again off')).toEqual([]);
    const mixed = [...coded, ...['rats x', 'rats y', 'rats z'].map((text) => ({ text, themes: [] }))];
    expect(suggest(learn(mixed, SMALL), 'rats')).toEqual([]);
  });
});
