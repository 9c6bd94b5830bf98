import { describe, expect, it } from 'vitest';
import type { Combine } from '../../../../core/recode/combine/shape.js';
import { withOption, withSources } from './combine-edits.js';

const option = (code: string, label: string) => ({ code, label });
const shared = [option('1', 'Beans'), option('2', 'Onions'), option('3', 'Kale'), option('9', 'None of these')];
const recipe: Combine = {
  kind: 'combine',
  sources: [1, 2],
  how: 'at-least',
  atLeast: 2,
  base: 'any',
  options: [option('1', 'Broad beans'), option('2', 'Onions')],
  none: ['9'],
};

describe('other questions', () => {
  it('keep what was said of their codes: labels, what says none, what was left out', () => {
    const next = withSources(recipe, [1, 2, 3], shared, shared);
    expect(next.options).toEqual(recipe.options);
    expect([next.none, next.sources]).toEqual([['9'], [1, 2, 3]]);
  });

  it('bring new codes in as options, or as none of these where they say so', () => {
    const after = [...shared, option('4', 'Leeks'), option('8', 'None')];
    const next = withSources({ ...recipe, none: [] }, [1, 3], shared.slice(0, 3), after);
    expect(next.options.map(({ code }) => code)).toEqual(['1', '2', '4']);
    expect(next.none).toEqual(['9', '8']);
  });

  it('are no fewer than must mention it', () => {
    expect(withSources({ ...recipe, atLeast: 3 }, [1, 2], shared, shared).atLeast).toBe(2);
    expect(withSources({ ...recipe, atLeast: 3 }, [1, 2, 3, 4], shared, shared).atLeast).toBe(3);
    expect(withSources({ ...recipe, atLeast: 3 }, [1], shared, shared).atLeast).toBe(2);
  });
});

describe('a shared code', () => {
  it('is an option in its place, says none, or is left out', () => {
    const kale = withOption(recipe, shared, '3', 'option');
    expect(kale.options.map(({ label }) => label)).toEqual(['Broad beans', 'Onions', 'Kale']);
    const none = withOption(recipe, shared, '2', 'none');
    expect([none.options.map(({ code }) => code), none.none]).toEqual([['1'], ['9', '2']]);
    expect(withOption(none, shared, '2', 'out')).toMatchObject({ none: ['9'] });
    expect(withOption(recipe, shared, '9', 'option').none).toEqual([]);
  });
});
