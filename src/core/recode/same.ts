import type { Recipe } from './types.js';

/**
 * What a recipe does, without what it calls it: two recipes of the same key give every respondent the same, under
 * whatever codes and labels.
 */
export function keyOf(recipe: Recipe): string {
  return JSON.stringify(essence(recipe));
}

const sorted = (codes: readonly string[]) => [...codes].sort();

function essence(recipe: Recipe): unknown {
  switch (recipe.kind) {
    case 'regroup': {
      const { source, groups, setAside, unnamed = 'left-over', missing = 'keep', blank = null } = recipe;
      const to = blank && 'group' in blank ? groups.findIndex(({ code }) => code === blank.group) : blank;
      const others = typeof unnamed === 'object' ? groups.findIndex(({ code }) => code === unnamed.group) : unnamed;
      return ['regroup', source, groups.map(({ from }) => sorted(from)), sorted(setAside), others, missing, to];
    }
    case 'band':
      return [
        'band',
        recipe.source,
        recipe.ends,
        sorted(recipe.taken),
        recipe.bands.map((band) => (band.is === 'values' ? [...band.values] : [band.from, band.to])),
      ];
    case 'score': {
      const { of, items, atLeast, scale, codes, expression } = recipe;
      if (of === 'expression')
        return ['score', expression.replace(/\s+/g, ''), items.map(({ source, as }) => [source, as])];
      const each = items.map(({ source, reversed, weight }) => [
        source,
        of !== 'count' && reversed,
        of === 'mean' || of === 'sum' ? weight : 1,
      ]);
      return [
        'score',
        of,
        each.sort(),
        atLeast,
        items.some(({ reversed }) => reversed) ? scale : null,
        of === 'count' ? sorted(codes) : [],
      ];
    }
    case 'combine': {
      const { sources, how, atLeast, options, none, base } = recipe;
      const inOrder = how === 'first-only' ? [sources[0], ...sources.slice(1).sort()] : [...sources].sort();
      return [
        'combine',
        inOrder,
        how,
        how === 'at-least' ? atLeast : 0,
        options.map(({ code }) => code).sort(),
        sorted(none),
        base,
      ];
    }
    case 'interlock':
      return ['interlock', recipe.sources];
    case 'flags':
      return ['flags', recipe.source, sorted(recipe.codes)];
    case 'convert':
      return recipe.to === 'number'
        ? ['number', recipe.source, recipe.decimal, recipe.exceptions]
        : ['categories', recipe.source, recipe.alike, recipe.least, recipe.exceptions];
    case 'slots':
      return ['slots', sorted(recipe.sources.map(String)), recipe.options.map(({ code }) => code).sort(), recipe.none];
    case 'gather':
      return [
        'gather',
        recipe.items.map(({ source, ticked }) => [source, ticked]),
        recipe.none && [recipe.none.source, recipe.none.ticked],
      ];
  }
}
