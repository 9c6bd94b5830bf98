import { first } from './001-first.js';

/** Every migration, in order. The number of one is its place; what has landed is never edited. */
export const MIGRATIONS: readonly string[] = [first];
