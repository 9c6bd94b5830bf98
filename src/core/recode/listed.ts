import { andMore } from '../and-more.js';
import { and } from '../words.js';

/** More than this are not listed in a line. */
export const LISTED = 8;

/** The first of some words, and how many more there are. */
export const some = (parts: readonly string[]) => (parts.length > LISTED ? andMore(parts, LISTED) : and(parts));
