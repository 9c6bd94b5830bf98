import { Fault } from '../core/fault.js';
import type { Frozen } from '../core/report/frozen-shape.js';
import { frozenContent } from '../store/frozen.js';
import type { OpenStudy } from './context.js';

/** What was kept of a table when it was frozen. @throws Fault where there is no such thing */
export function findFrozen({ db }: OpenStudy, id: number): Frozen {
  const content = frozenContent(db, id);
  if (content) return content;
  throw new Fault('not-found', `Nothing was frozen as ${id}.`, 'Look at the table for what it is frozen as.', {
    field: 'frozen',
  });
}
