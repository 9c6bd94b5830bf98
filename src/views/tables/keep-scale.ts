import { editEntries } from '../server/edit-entries.js';
import { problemText } from '../server/problem.js';
import { withoutScaleKept } from './codes-here.js';
import type { Told } from './put-copied.js';
import type { Draft } from './url.js';

/** Which codes of a variable are off its scale. */
export interface ScaleKept {
  variable: number;
  offScale: string[];
}

/** Says in the codebook which codes are off the scale, and what of that the table says no longer. */
export function keepScale(study: string, draft: Draft, change: (draft: Draft) => void, { toast, fail }: Told) {
  return (kept: readonly ScaleKept[]): void => {
    const variables = kept.map(({ variable }) => variable);
    editEntries(study, kept).then(
      () => {
        change(withoutScaleKept(draft, variables));
        toast('The codebook says so now, for all tables.');
      },
      (error: unknown) => fail(problemText(error)),
    );
  };
}
