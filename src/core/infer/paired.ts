import type { Absent } from './result.js';

export const WEIGHTED: Absent = { absent: 'It needs whole counts, one for each respondent.' };

export const NO_CHANGE: Absent = { absent: 'Nobody is off the diagonal, so nothing has changed.' };
