import { and, plural } from '../words.js';
import type { Disclosed, SmallPlace } from './disclosed.js';

/** So many places are named; the others are counted. */
const MOST_NAMED = 5;

function named(places: readonly string[]): string {
  const rest = places.length - MOST_NAMED;
  return and(
    [...places.slice(0, MOST_NAMED), ...(rest > 0 ? [plural(rest, 'other')] : [])].map((text) => text || 'all'),
  );
}

const place = (what: string, small: SmallPlace | null) =>
  small ? [`${what}: ${plural(small.respondents, 'respondent')} (${small.where || 'all'}).`] : [];

function sayDominant(dominant: Disclosed['dominant']): string {
  const most = Math.round(100 * Math.max(...dominant.map(({ share }) => share)));
  const groups = named(dominant.map(({ where }) => where));
  return `One respondent has a large part of the sum, up to ${most}%, in ${groups}: that is withheld.`;
}

/**
 * What a table says of few respondents, a line each; what is withheld of it last.
 * @example
 * const none = { small: 0, beside: 0, alike: [], dominant: [], extremes: false };
 * const place = { respondents: 2, where: 'Very dissatisfied, Weir End' };
 * sayDisclosed({ ...none, smallestCell: place, smallestBase: null })[0];
 * // 'Smallest cell: 2 respondents (Very dissatisfied, Weir End).'
 */
export function sayDisclosed(disclosed: Disclosed): string[] {
  const { smallestCell, smallestBase, small, beside, alike, dominant, extremes } = disclosed;
  return [
    ...place('Smallest cell', smallestCell),
    ...place('Smallest group', smallestBase),
    ...(alike.length > 0
      ? [`All of a group gave one answer, so whoever knows who is in it knows the answer: ${named(alike)}.`]
      : []),
    ...(dominant.length > 0 ? [sayDominant(dominant)] : []),
    ...(extremes ? ['The least and the most are what one respondent said: they are withheld.'] : []),
    small + beside === 0
      ? extremes
        ? 'Nothing else is withheld.'
        : 'No cell is withheld.'
      : `${plural(small, 'cell')} withheld as too few stand behind ${small === 1 ? 'it' : 'them'}` +
        (beside > 0 ? `, and ${plural(beside, 'cell')} beside, from which they would follow.` : '.'),
  ];
}
