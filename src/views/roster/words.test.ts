import { describe, expect, it } from 'vitest';
import { matches } from '../../kit/Picker.js';
import { gapsOf, metaOf, searchText } from './words.js';
import { variable, AGE } from './variable.fixtures.js';

describe('words of the roster', () => {
  it('say level and size', () => {
    expect(metaOf(AGE)).toBe('number · 16 to 92.5');
    expect(metaOf(variable({ level: 'multiple', codes: [{ code: '1', label: 'A', missing: null }] }))).toBe(
      'multiple response · 1 option',
    );
    expect(metaOf(variable({ level: 'ordered', made: 'regroup' }))).toBe('regroup · ordered · 0');
    expect(metaOf(variable({ level: 'text', answers: 1200 }))).toBe('text · 1,200 answers');
  });
  it('say what is missing, and whether it is much', () => {
    expect(gapsOf(variable({}))).toEqual({ text: '10% missing', much: true });
    expect(gapsOf(variable({ missing: 0, blank: 0 }))).toBeNull();
    expect(gapsOf(variable({ answers: 9999, missing: 1, blank: 0 }))).toEqual({
      text: 'under 1% missing',
      much: false,
    });
  });
  it('are found by any word of name, label, question and categories', () => {
    const text = searchText(
      variable({
        name: 'q7',
        label: 'Watering',
        question: 'How do you water?',
        codes: [{ code: '1', label: 'Hose', missing: null }],
      }),
    );
    expect(['q7', 'wat hose', 'HOW water', ''].map((search) => matches(text, search))).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect(matches(text, 'drip')).toBe(false);
  });
});
