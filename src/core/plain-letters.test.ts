import { expect, it } from 'vitest';
import { plainLetters } from './plain-letters.js';

it('takes marks off letters, and leaves no gap where they stood', () => {
  expect(plainLetters('Zürich, Côte d’Azur')).toBe('Zurich, Cote d’Azur');
  expect(plainLetters('Straße in Łódź')).toBe('Strasse in Lodz');
  expect(plainLetters('plain 12')).toBe('plain 12');
});
