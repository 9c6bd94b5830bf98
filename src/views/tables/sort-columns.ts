import type { Shown } from '../../api/types.js';
import { byId } from '../../core/by-id.js';
import { figuresOfChoice, SORT_CHOICES, type SortChoice } from '../../core/table/figure-choice.js';
import type { Leaf, TableView } from '../../core/view/types.js';

/** A column by which rows can be sorted. */
export interface SortColumn {
  /** Which of the groupings side by side it is of. */
  nest: number;
  code: string;
  label: string;
}

const SORTABLE: readonly Leaf['is'][] = ['answer', 'option', 'scale'];

/** The columns of a table by which its rows can be sorted, grouping by grouping. */
export const sortColumns = ([view]: readonly TableView[]): SortColumn[] =>
  (view?.nests ?? []).flatMap(({ leaves }, nest) =>
    leaves.filter(({ is }) => SORTABLE.includes(is)).map(({ code, label }) => ({ nest, code, label })),
  );

/** Whether the rows are sorted by a column. */
export const isSortedBy = ({ sort, sortNest = 0 }: Shown, { nest, code }: Pick<SortColumn, 'nest' | 'code'>): boolean =>
  sort === code && sortNest === nest;

/** What is shown with the rows sorted by a column; null: as they are listed. */
export const sortedBy = (shown: Shown, column: Pick<SortColumn, 'nest' | 'code'> | null): Shown => ({
  ...shown,
  sort: column?.code,
  sortNest: column && column.nest > 0 ? column.nest : undefined,
  ...(column ? {} : { sortFigure: undefined, ascending: undefined }),
});

/** By which figures of the column that rows are sorted by they can be: those that say something in it. */
export function sortFigures([view]: readonly TableView[], { sort, sortNest = 0 }: Shown): SortChoice[] {
  const nest = sort === undefined ? 0 : sortNest;
  const leaves = view?.nests[nest]?.leaves ?? [];
  const column = leaves.findIndex(({ is, code }) => (sort === undefined ? is === 'total' : code === sort));
  const blocks = view?.blocks.flatMap((line) => line[nest] ?? []) ?? [];
  return SORT_CHOICES.filter((choice) =>
    blocks.some(({ figures }) =>
      figuresOfChoice(choice).some(([id]) =>
        (id === undefined ? undefined : byId(figures, id))?.cells.some((line) => typeof line[column] === 'number'),
      ),
    ),
  );
}
