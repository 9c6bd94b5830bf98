import { total } from '../../numerics/total.js';
import { whole } from '../../figures.js';
import type { Proof } from '../proof-shape.js';
import type { InterlockedSets } from './sets.js';

/** Old against new: each combination with who mentions it, and whether mentions reconcile. */
export function proveInterlockSets({
  made,
  respondents,
  answered,
  mentioned,
  before,
}: Omit<InterlockedSets, 'column'>): Proof {
  const after = total(mentioned);
  return {
    holds: before === after,
    findings: [
      {
        id: 'covered',
        holds: true,
        title: 'Combinations',
        text: `${whole(made.codes.length)} combinations of an option with a group.`,
        codes: [],
      },
      {
        id: 'made-missing',
        holds: true,
        title: 'Without an answer',
        text: `${whole(respondents - answered)} respondents lack an answer to one of the parts.`,
        codes: [],
      },
      {
        id: 'reconciled',
        holds: before === after,
        title: 'Reconciled',
        text: `${whole(before)} mentions by who has an answer to every part, ${whole(after)} in the combinations.`,
        codes: [],
      },
    ],
    columns: [{ code: 'mentioned', label: 'Mentioned', missing: false, respondents: after }],
    rows: made.codes.map(({ code, label }, j) => ({
      code,
      label,
      missing: false,
      respondents: mentioned[j] ?? 0,
      went: [mentioned[j] ?? 0],
    })),
    respondents,
  };
}
