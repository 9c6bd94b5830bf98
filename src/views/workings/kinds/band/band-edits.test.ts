import { describe, expect, it } from 'vitest';
import { bandsAt } from '../../../../core/recode/band/edges.js';
import type { Band } from '../../../../core/recode/band/shape.js';
import { cutAt, fullLabels, numbered, plainLabels } from './band-edits.js';

const recipe: Band = { kind: 'band', source: 1, ends: 'both', bands: bandsAt([32, 48], 'both', true), taken: [] };
const labels = ({ bands }: Band) => bands.map(({ label }) => label);
/** An edit as the editor makes it: on plain labels, which are filled again behind it. */
const edited = (from: Band, edit: (plain: Band) => Band) => fullLabels(edit(plainLabels(from, true)), true);
const setApart =
  (value: number) =>
  (plain: Band): Band => ({
    ...plain,
    bands: numbered([{ is: 'values', code: '', label: String(value), values: [value] }, ...plain.bands]),
  });

describe('labels of bands', () => {
  it('follow a value that is set apart, and one that is put back', () => {
    const apart = edited(recipe, setApart(16));
    expect(labels(apart)).toEqual(['16', 'Up to 31, not 16', '32 to 47', '48 and over']);
    const back = edited(apart, (plain) => ({ ...plain, bands: plain.bands.slice(1) }));
    expect(labels(back)).toEqual(labels(recipe));
  });

  it('follow a cut beside it, and stay where somebody wrote them', () => {
    const cut = edited(edited(recipe, setApart(16)), (plain) => cutAt(plain, 20, true));
    expect(labels(cut)).toEqual(['16', 'Up to 19, not 16', '20 to 31', '32 to 47', '48 and over']);
    const named = { ...recipe, bands: recipe.bands.map((band, k) => (k === 0 ? { ...band, label: 'Young' } : band)) };
    expect(labels(edited(named, setApart(16)))[1]).toBe('Young');
  });
});
