import type { Shown } from '../../api/types.js';
import type { FigureChoice } from '../../core/table/figure-choice.js';

/** What figures are chosen for: the whole table, or one item of its rows. */
export interface FigureScope {
  name: string;
  choices: readonly FigureChoice[];
  /** Null: as the whole table, or as usual. */
  choose: (choices: FigureChoice[] | null) => void;
  /** They are its own, and not those of the whole table or the usual ones. */
  own: boolean;
}

/** The whole table; its own figures are those that `shown` names. */
export const wholeTable = (
  choices: readonly FigureChoice[],
  shown: Shown,
  setShown: (shown: Shown) => void,
): FigureScope => ({
  name: 'the whole table',
  choices,
  choose: (figures) => setShown({ ...shown, figures: figures ? [...figures] : undefined }),
  own: shown.figures !== undefined,
});
