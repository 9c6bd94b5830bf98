import type { RosterVariable } from '../../../../api/types.js';
import { isCoded } from '../sources.js';

export const suitsCombine = (variable: RosterVariable): boolean => isCoded(variable) && variable.level !== 'number';
