import { describe, expect, it } from 'vitest';
import { sheetChanges } from './sheet-changes.js';
import { merged, moved, parted, split, withFields, withoutTheme, withTheme } from './sheet-edits.js';
import { THEMES } from './theme.fixtures.js';

describe('what was changed on a code sheet', () => {
  it.each([
    ['nothing', THEMES, []],
    ['a new theme', withTheme(THEMES, 'Rent', null), ['“Rent” is new']],
    [
      'a split',
      split(THEMES, 5, ['Hives', 'Stings']),
      ['“Bees” was split: “Hives” is new under it', '“Bees” was split: “Stings” is new under it'],
    ],
    ['a merge', merged(THEMES, 5, 4), ['“Bees” was merged into “Shed”']],
    ['a nesting', withFields(THEMES, 5, { under: 4 }), ['“Bees” is a part of “Shed”']],
    ['one that goes up', withFields(THEMES, 2, { under: null }), ['“Taps” stands at the top level']],
    ['a name', withFields(THEMES, 5, { name: 'Insects' }), ['“Bees” is called “Insects”']],
    [
      'a definition',
      withFields(THEMES, 5, { definition: 'All that buzzes' }),
      ['what belongs to “Bees” was written anew'],
    ],
    ['an order', moved(THEMES, 4, 1), ['the order is “Water”, “Bees”, “Shed”']],
    ['a theme less', withoutTheme(THEMES, 5), ['“Bees” was taken out']],
  ])('is said of %s', (_, after, words) => {
    expect(sheetChanges(THEMES, after)).toEqual(words);
  });

  it('is said of what is parted again', () => {
    expect(sheetChanges(merged(THEMES, 5, 4), parted(merged(THEMES, 5, 4), 5))).toEqual([
      '“Bees” stands by itself again',
    ]);
  });
});
