import { describe, expect, it } from 'vitest';
import { smallWordsOf } from './small-words.js';

describe('small words', () => {
  it.each([
    ['English', ['The tap by the gate is slow', 'Rats are in the shed again'], 'the', 'tap'],
    ['German', ['Der Hahn am Tor ist zu langsam', 'Ratten sind wieder in dem Schuppen'], 'der', 'hahn'],
    ['French', ['Le robinet près de la porte est lent', 'Il y a des rats dans la cabane'], 'dans', 'robinet'],
    ['Ukrainian', ['Кран біля воріт не працює', 'Щури у хліві, і це не вперше'], 'не', 'кран'],
  ])('are those of the language of the answers: %s', (_, texts, small, word) => {
    const words = smallWordsOf(texts);
    expect(words.has(small)).toBe(true);
    expect(words.has(word)).toBe(false);
  });

  it('are none where the language is not known, or nothing is said', () => {
    expect(smallWordsOf(['水が出ない', 'ネズミが多い']).size).toBe(0);
    expect(smallWordsOf([]).size).toBe(0);
    // A word that is small in one language is one of another.
    expect(smallWordsOf(['Die Laube ist zu', 'Der Kran und die Miete']).has('car')).toBe(false);
  });
});
