import { plainLetters } from './plain-letters.js';

/** A name longer than this is cut. */
const LONGEST = 80;

/**
 * The name of a file without its ending, made from a title: every system takes it.
 * @example fileStem('Café by Site', 'table') // 'Cafe-by-Site'
 * @param otherwise where nothing of the title can stand in a name
 */
export function fileStem(title: string, otherwise: string): string {
  const name = plainLetters(title)
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, LONGEST);
  return name || otherwise;
}
