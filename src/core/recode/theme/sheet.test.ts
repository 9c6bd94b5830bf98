import { describe, expect, it } from 'vitest';
import { checkTheme } from './check.js';
import { atTop, broaderThan, pathOf, standing, standsFor } from './sheet.js';
import { recipeOf, themeOf, THEMES } from './theme.fixtures.js';

const names = (themes: readonly { name: string }[]) => themes.map(({ name }) => name);

describe('a code sheet', () => {
  it('has themes in themes, called with those above them', () => {
    expect(names(atTop(THEMES))).toEqual(['Water', 'Shed', 'Bees']);
    expect(pathOf(THEMES, THEMES[1]!)).toBe('Water: Taps');
    const deep = [...THEMES, themeOf(6, 'Leaks', { under: 2 })];
    expect(names(broaderThan(deep, 6))).toEqual(['Taps', 'Water']);
    expect(pathOf(deep, deep[5]!)).toBe('Water: Taps: Leaks');
  });

  it('keeps what was merged, and counts it as what it went into', () => {
    const merged = [themeOf(1, 'Water'), themeOf(2, 'Taps', { into: 3 }), themeOf(3, 'Pipes', { into: 1 })];
    expect(names(standing(merged))).toEqual(['Water']);
    expect([1, 2, 3, 9].map((id) => standsFor(merged, id))).toEqual([1, 1, 1, null]);
    const under = [...merged, themeOf(4, 'Leaks', { under: 2 })];
    expect(pathOf(under, under[3]!)).toBe('Water: Leaks');
  });

  it.each([
    ['a name that two have', [themeOf(1, 'Water'), themeOf(2, ' water')], 'Two themes are called “water”'],
    ['no name', [themeOf(1, ' ')], 'Theme 1 has no name'],
    ['an id that two have', [themeOf(1, 'Water'), themeOf(1, 'Shed')], 'Two themes have the id 1'],
    ['a circle of parts', [themeOf(1, 'Water', { under: 2 }), themeOf(2, 'Taps', { under: 1 })], 'part of itself'],
    ['a part of itself', [themeOf(1, 'Water', { under: 1 })], 'part of itself'],
    ['a merge in a circle', [themeOf(1, 'A', { into: 2 }), themeOf(2, 'B', { into: 1 })], 'merged into itself'],
    ['a theme that is not there', [themeOf(1, 'Water', { under: 7 })], 'not on the sheet'],
  ])('refuses %s', (_, themes, message) => {
    expect(() => checkTheme(recipeOf({ themes }))).toThrow(message);
  });

  it('takes two themes of one name where one was merged into the other', () => {
    const themes = [themeOf(1, 'Water'), themeOf(2, 'Water', { into: 1 })];
    expect(() => checkTheme(recipeOf({ themes }))).not.toThrow();
  });

  it('refuses no text, a text twice, and coders of one name', () => {
    expect(() => checkTheme(recipeOf({ sources: [] }))).toThrow('no text to code');
    expect(() => checkTheme(recipeOf({ sources: [3, 3] }))).toThrow('there twice');
    const coders = ['Anna', ' Anna'].map((name) => ({ name, share: 1, seed: 1 }));
    expect(() => checkTheme(recipeOf({ coders }))).toThrow('Two coders are called Anna');
  });
});
