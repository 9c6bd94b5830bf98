import type { RosterVariable } from '../../../../api/types.js';

/** Whether answers in words stand in a variable. */
export const hasWords = ({ level, workingId }: RosterVariable): boolean => level === 'text' && workingId === null;
