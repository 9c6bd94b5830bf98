import type { Variable } from '../../codebook/types.js';
import type { StudyState } from '../../ledger/study-state.js';

/** The variables of a state as tables and sentences ask for them. */
export const variablesOf = ({ order, variable, list }: StudyState): Variable[] =>
  order.flatMap((id) => {
    const own = variable.get(id);
    if (!own) return [];
    const codes = own.codeListId === null ? [] : (list.get(own.codeListId)?.codes ?? []);
    const { name, label, question, level } = own;
    return [{ id, name, label, question, level, codes }];
  });
