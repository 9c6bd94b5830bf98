import type { RosterVariable } from '../../../../api/types.js';
import { isCoded } from '../sources.js';

/** Categories, few enough to be combined with others. */
export const suitsInterlock = (variable: RosterVariable): boolean => isCoded(variable) && variable.codes.length <= 500;
