import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { cutNames } from './cut-names.js';

const names = [
  { id: 1, title: 'Site' },
  { id: 2, title: 'Satisfaction with the site' },
  { id: 3, title: 'Plot size, m²' },
  { id: 4, title: 'Site manager' },
];
const cut = (text: string) =>
  cutNames(text, names)
    .map(({ text: part, id }) => (id === null ? part : `[${id}]`))
    .join('');

describe('names in a text', () => {
  it('are found as words of their own', () => {
    expect(cut('Site accounts for 15% of the spread in Satisfaction with the site (eta squared).')).toBe(
      '[1] accounts for 15% of the spread in [2] (eta squared).',
    );
    expect(cut('By Plot size, m²: 3 blank')).toBe('By [3]: 3 blank');
    expect(cut('Websites and Sites are no Site.')).toBe('Websites and Sites are no [1].');
  });

  it('are the longer of two that fit', () => {
    expect(cut('Site manager by Site')).toBe('[4] by [1]');
  });

  it('leave a text as it is', () => {
    expect(cut('')).toBe('');
    expect(cutNames('Nothing named', [{ id: 1, title: '' }])).toEqual([{ text: 'Nothing named', id: null }]);
    fc.assert(
      fc.property(
        fc.string(),
        fc.array(fc.record({ id: fc.nat(), title: fc.string({ maxLength: 3 }) })),
        (text, some) => {
          expect(
            cutNames(text, some)
              .map((part) => part.text)
              .join(''),
          ).toBe(text);
        },
      ),
    );
  });
});
