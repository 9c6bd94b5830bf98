import type { LeftOut } from '../table/table.js';
import type { BlockView, Figure } from './types.js';

/** Who was asked and gave no answer, reason by reason. */
export interface WithoutAnswer {
  /** "Refused", "Blank". */
  label: string;
  respondents: number;
  /** Percent of all who were asked. */
  share: number;
}

/** Codes off the scale that are not in the base are told beside it in the same way. */
const SILENT: readonly LeftOut['why'][] = ['missing', 'blank', 'off-scale'];
const isSilent = ({ why }: LeftOut) => SILENT.includes(why);

/** What stands in a column of a frequency table for those who gave no answer; null: nothing. */
export function silentIn({ id }: Pick<Figure, 'id'>, { respondents, share }: WithoutAnswer): number | null {
  if (id === 'n') return respondents;
  return id === 'all-percent' ? share : null;
}

/** Those who were asked: who answered, and who gave no answer. */
export const askedIn = ({ base, leftOut }: Pick<BlockView, 'base' | 'leftOut'>): number =>
  leftOut.filter(isSilent).reduce((sum, { respondents }) => sum + respondents, base);

/** The lines of a frequency table for those who gave no answer, each kind of it by itself. */
export function withoutAnswer(block: Pick<BlockView, 'base' | 'leftOut'>): WithoutAnswer[] {
  const asked = askedIn(block);
  return block.leftOut.filter(isSilent).map(({ reason, respondents }) => ({
    label: reason.charAt(0).toUpperCase() + reason.slice(1),
    respondents,
    share: asked > 0 ? (100 * respondents) / asked : 0,
  }));
}
