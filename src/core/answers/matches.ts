import { plain } from './words-of.js';

/** Where in a text something stands: from, and before which letter it ends. */
export type Span = readonly [from: number, to: number];

/** A sign with the marks on it. */
const SIGN = /[\s\S]\p{M}*/gu;

/** The letters of a text in small letters and without accents, with the place of each in the text. */
function lettersOf(text: string): { letters: string; places: number[] } {
  const places: number[] = [];
  let letters = '';
  let at = 0;
  for (const [sign] of text.matchAll(SIGN)) {
    const own = plain(sign);
    for (let k = 0; k < own.length; k++) places.push(at);
    letters += own;
    at += sign.length;
  }
  return { letters, places: [...places, at] };
}

/**
 * Where what is searched for stands in a text, whatever its capitals and accents.
 * @example matches('Rats, RATS', 'rats') // [[0, 4], [6, 10]]
 */
export function matches(text: string, search: string): Span[] {
  const wanted = plain(search.trim());
  if (wanted === '') return [];
  const { letters, places } = lettersOf(text);
  const spans: Span[] = [];
  for (let at = letters.indexOf(wanted); at >= 0; at = letters.indexOf(wanted, at + wanted.length))
    spans.push([places[at]!, places[at + wanted.length]!]);
  return spans;
}

/** A match with the words around it. */
export interface InContext {
  before: string;
  match: string;
  behind: string;
}

/**
 * What is searched for in the words around it, as far as so many letters.
 * @example inContext('The old shed', 'old', 4) // [{ before: 'The ', match: 'old', behind: ' she…' }]
 */
export function inContext(text: string, search: string, letters: number): InContext[] {
  return matches(text, search).map(([from, to]) => {
    const [start, end] = [Math.max(0, from - letters), Math.min(text.length, to + letters)];
    return {
      before: `${start > 0 ? '…' : ''}${text.slice(start, from)}`,
      match: text.slice(from, to),
      behind: `${text.slice(to, end)}${end < text.length ? '…' : ''}`,
    };
  });
}
