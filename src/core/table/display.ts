import { z } from 'zod';
import { SORT_CHOICES } from './figure-choice.js';

/** How the rows of a table stand: as the code list has them, or the most frequent first. */
export const ROW_ORDERS = ['list', 'frequency'] as const;

/** How a table is to be shown, field by field, as it is sent and kept. */
export const DisplayFields = {
  order: z
    .enum(ROW_ORDERS)
    .optional()
    .describe('How the rows stand: as the variable shows its codes, where absent. It changes no statistic.'),
  last: z.boolean().optional().describe("Other, none and don't know stand behind the rest."),
  sort: z
    .string()
    .optional()
    .describe('The code of a column by which the rows are sorted, the largest first; before `order`.'),
  sortNest: z
    .int()
    .min(0)
    .optional()
    .describe('Of several groupings side by side: which one that column is of, from 0; the first where absent.'),
  sortFigure: z
    .enum(SORT_CHOICES)
    .optional()
    .describe(
      'By which figure of the column the rows are sorted, of all together without `sort`; counts where absent.',
    ),
  ascending: z.boolean().optional().describe('Where the rows are sorted: the smallest first.'),
  full: z.boolean().optional().describe('Rows and columns that nobody is in are not shown.'),
};

/** How a table is to be shown. */
export type Display = { [Field in keyof typeof DisplayFields]?: z.infer<(typeof DisplayFields)[Field]> };

/** What of a list of choices is how a table is displayed. */
export const displayOf = ({ order, last, sort, sortNest, sortFigure, ascending, full }: Display): Display => ({
  order,
  last,
  sort,
  sortNest,
  sortFigure,
  ascending,
  full,
});
