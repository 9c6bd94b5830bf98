import { COUNTED } from '../../core/table/sentence.js';
import type { Back } from '../../core/table/table.js';
import { withAnswer } from './codes-here.js';
import type { Draft } from './url.js';

/**
 * A sentence whose table has respondents in it who were left out.
 * @param item the row item of the block that they were left out of
 */
export function broughtBack(draft: Draft, item: number, back: Back): Draft {
  switch (back.is) {
    case 'clause':
      return { ...draft, only: draft.only.filter((_, k) => k !== back.at) };
    case 'answer':
      return withAnswer(draft, back.variable, back.code, true);
    case 'counted':
      return {
        ...draft,
        rows: draft.rows.map((row, k) =>
          k === item ? { ...row, counted: [...(row.counted ?? COUNTED), back.standing] } : row,
        ),
      };
  }
}
