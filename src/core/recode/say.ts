import { andMore } from '../and-more.js';
import type { Code } from '../codebook/types.js';
import { figure, labelOfRange } from './edges.js';
import { and, sayRegroup } from './recipe-text.js';
import type { Band, BandEnds, Combine, Recipe, Score } from './types.js';

/** What a sentence needs to know of the study. */
export interface Names {
  titleOf: (variable: number) => string;
  codesOf: (variable: number) => readonly Code[];
}

/** More than this are not listed in a line. */
const LISTED = 8;
const some = (parts: readonly string[]) => (parts.length > LISTED ? andMore(parts, LISTED) : and(parts));

function sayRange(from: number | null, to: number | null, ends: BandEnds): string {
  if (from === null && to === null) return 'everything';
  if (from === null) return `${ends === 'lower' ? 'under' : 'up to'} ${figure(to ?? 0)}`;
  if (to === null) return `${ends === 'upper' ? 'over' : 'from'} ${figure(from)}`;
  if (ends === 'both') return `${figure(from)} to ${figure(to)}`;
  return ends === 'lower' ? `from ${figure(from)} to under ${figure(to)}` : `over ${figure(from)} to ${figure(to)}`;
}

function sayBand({ bands, ends, taken }: Band): string {
  const parts = bands.map((band) => {
    const is = band.is === 'values' ? band.values.map(figure).join(', ') : sayRange(band.from, band.to, ends);
    const label = band.label.trim();
    // A label that only says which numbers it takes is not said twice.
    const plain =
      band.is === 'range' && [true, false].some((whole) => label === labelOfRange(band.from, band.to, ends, whole));
    return plain || label === is ? label : `${is} to ${label}`;
  });
  const more = taken.length > 0 ? `; ${and(taken)} counted in on purpose` : '; missing codes stay without an answer';
  return `${parts.slice(0, LISTED).join('; ')}${parts.length > LISTED ? `; … ${parts.length} bands` : ''}${more}.`;
}

const OF: Record<Exclude<Score['of'], 'expression'>, string> = {
  mean: 'Mean',
  sum: 'Sum',
  count: 'Count',
  minimum: 'Lowest',
  maximum: 'Highest',
};

function sayScore({ of, items, atLeast, codes, expression }: Score, titleOf: Names['titleOf']): string {
  if (of === 'expression') return `${expression.trim()}.`;
  const weighted = items.some(({ weight }) => weight !== 1) && of !== 'count' && of !== 'minimum' && of !== 'maximum';
  const reversed = of === 'count' ? [] : items.filter((item) => item.reversed);
  const title = ({ source, weight }: Score['items'][number]) =>
    `${titleOf(source)}${weighted ? ` × ${figure(weight)}` : ''}`;
  return (
    [
      `${OF[of]} ${of === 'count' ? `of ${some(codes)} over` : 'of'} ${some(items.map(title))}`,
      reversed.length > 0 ? `${some(reversed.map(({ source }) => titleOf(source)))} reversed` : '',
      `of whom ${atLeast === items.length ? 'all' : `at least ${atLeast}`} must be answered`,
    ]
      .filter((part) => part !== '')
      .join(', ') + '.'
  );
}

const HOW: Record<Combine['how'], (titles: string[], k: number) => string> = {
  any: (titles) => `What is mentioned in ${titles.join(' or ')}`,
  all: (titles) => `What is mentioned in ${and(titles)} alike`,
  'first-only': ([first = '', ...rest]) => `What is mentioned in ${first} but not in ${rest.join(' or ')}`,
  'at-least': (titles, k) => `What is mentioned in at least ${k} of ${and(titles)}`,
};

/** A recipe in one line that reads aloud. */
export function sayRecipe(recipe: Recipe, { titleOf, codesOf }: Names): string {
  switch (recipe.kind) {
    case 'regroup':
      return sayRegroup(recipe, codesOf(recipe.source));
    case 'band':
      return sayBand(recipe);
    case 'score':
      return sayScore(recipe, titleOf);
    case 'combine':
      return (
        `${HOW[recipe.how](recipe.sources.map(titleOf), recipe.atLeast)}, among who answered ` +
        `${recipe.base === 'all' ? 'all of them' : 'any of them'}; none of these is worked out from the result.`
      );
    case 'interlock':
      return (
        `${recipe.sources.map(titleOf).reverse().join(' within ')}; empty combinations are ` +
        `${recipe.empty ? 'kept' : 'dropped'}.`
      );
    case 'flags': {
      const labels = new Map(codesOf(recipe.source).map(({ code, label }) => [code, label]));
      return (
        `${recipe.yes} for ${some(recipe.codes.map((code) => labels.get(code) ?? code))}, ${recipe.no} for ` +
        'every other answer.'
      );
    }
    case 'convert': {
      const decided = recipe.exceptions.length > 0 ? `, ${recipe.exceptions.length} decided on by hand` : '';
      if (recipe.to === 'number') return `Read as a number${decided}.`;
      const rare = recipe.least > 1 ? `, those of under ${recipe.least} respondents to Other` : '';
      return `A category for each value${recipe.alike ? ', capitals and spaces aside' : ''}${rare}${decided}.`;
    }
    case 'slots':
      return `${recipe.sources.length} slots: ${some(recipe.options.map(({ label }) => label))}.`;
    case 'gather':
      return `${recipe.items.length} columns: ${some(recipe.items.map(({ label }) => label))}.`;
  }
}

/** What stands between the label of a result and those of its sources: "Age band *bands* Age". */
export function verbOf(recipe: Recipe): string {
  switch (recipe.kind) {
    case 'regroup':
      return 'regroups';
    case 'band':
      return 'bands';
    case 'score':
      return recipe.of === 'expression' ? 'computes from' : 'scores';
    case 'combine':
      return 'combines';
    case 'interlock':
      return 'interlocks';
    case 'flags':
      return 'flags';
    case 'convert':
      return recipe.to === 'number' ? 'reads as a number' : 'makes categories of';
    case 'slots':
    case 'gather':
      return 'gathers';
  }
}
