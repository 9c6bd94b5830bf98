import { Fault } from '../core/fault.js';
import type { Db } from '../store/open.js';
import { allVariables, type VariableRow } from '../store/variables.js';

/**
 * What a working makes.
 * @param field of what is asked, which names the working
 * @throws Fault where the study has no such working
 */
export function madeBy(db: Db, working: number, field = 'working'): VariableRow {
  const variable = allVariables(db).find(({ workingId }) => workingId === working);
  if (variable) return variable;
  throw new Fault('not-found', `The study has no working ${working}.`, 'Choose one from the list of workings.', {
    field,
  });
}
