import type { Coder } from './shape.js';

/** Where a hash begins, and what it is multiplied by for each letter (FNV-1a, 32 bits). */
const [BASIS, PRIME] = [0x811c9dc5, 0x01000193];

/** The last steps of MurmurHash3, which spread what differs in a few bits over all of them. */
function spread(hash: number): number {
  let mixed = hash;
  mixed = Math.imul(mixed ^ (mixed >>> 16), 0x85ebca6b);
  mixed = Math.imul(mixed ^ (mixed >>> 13), 0xc2b2ae35);
  return (mixed ^ (mixed >>> 16)) >>> 0;
}

/** A number in [0, 1) that follows from a text and a seed, and looks drawn at random. */
function chanceOf(text: string, seed: number): number {
  let hash = BASIS ^ seed;
  for (let k = 0; k < text.length; k++) hash = Math.imul(hash ^ text.charCodeAt(k), PRIME);
  return spread(hash) / 2 ** 32;
}

/**
 * Whether an answer was drawn for a coder. It follows from the answer alone: the order of respondents and new waves
 * change nothing of what was drawn before.
 * @example isDrawn({ name: 'Ben', share: 1, seed: 1 }, 'Rats in the shed') // true
 */
export const isDrawn = ({ share, seed }: Coder, text: string): boolean => share >= 1 || chanceOf(text, seed) < share;
