import type { Percent } from '../table/share.js';
import type { SizeWords } from './size-words.js';

/** What a reader may choose of a reading; nothing here changes a statistic. */
export interface ReadOptions {
  /** Shares that are expected of a frequency table, row by row as it is shown. */
  proportions?: readonly number[] | undefined;
  /** The words for size of this study. */
  sizes?: SizeWords | undefined;
  /** What the percentages of the table on screen are of; sentences give row percentages where it shows them. */
  percent?: Percent | undefined;
  /** Which of the two variables is predicted from the other; the one in the rows where it is not said. */
  predicted?: 'rows' | 'columns' | undefined;
}
