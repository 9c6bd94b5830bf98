import type { Absent } from '../infer/result.js';

/** Of a measure of tables of two rows and two columns, on any other. */
export const ONLY_FOUR: Absent = { absent: 'It is defined on tables of 2 x 2.' };
