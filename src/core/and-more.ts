import { whole } from './figures.js';

/**
 * The first of some names, and how many more there are.
 * @param most so many are named
 * @example andMore(['a', 'b', 'c', 'd'], 2) // 'a, b and 2 more'
 */
export function andMore(names: readonly string[], most: number): string {
  const named = names.slice(0, most).join(', ');
  return names.length > most ? `${named} and ${whole(names.length - most)} more` : named;
}
