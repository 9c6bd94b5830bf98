import { describe, expect, it } from 'vitest';
import type { Recipe } from './recipe-shape.js';
import { three } from './satisfaction.fixtures.js';
import { sourcesOf, withIds, withNames } from './sources.js';

describe('recipes that travel by name', () => {
  it('come back as they went', () => {
    const recipes: Recipe[] = [
      three,
      { kind: 'slots', sources: [4, 2], options: [{ code: '1', label: 'A' }], none: null },
      {
        kind: 'gather',
        items: [{ source: 3, label: 'A', ticked: 'x' }],
        none: { source: 5, label: 'None', ticked: '1' },
      },
    ];
    for (const recipe of recipes) {
      const named = withNames(recipe, (id) => `v${id}`);
      expect(sourcesOf(named)).toEqual(sourcesOf(recipe).map((id) => `v${id}`));
      expect(withIds(named, (name) => Number(name.slice(1)))).toEqual(recipe);
    }
  });
});
