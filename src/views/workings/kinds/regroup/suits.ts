import type { RosterVariable } from '../../../../api/types.js';

/** Few enough values to be grouped by hand. */
export const canRegroup = (variable: RosterVariable): boolean =>
  variable.countable &&
  (variable.level === 'unordered' ||
    variable.level === 'ordered' ||
    variable.level === 'multiple' ||
    (variable.level === 'number' && variable.picture.is === 'histogram' && variable.picture.bins.length <= 12));
