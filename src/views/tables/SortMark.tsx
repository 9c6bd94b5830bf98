/** Beside the heading of a column by which rows are sorted. */
export const SortMark = ({ order }: { order: 'ascending' | 'descending' }) => (
  <span aria-hidden="true">{order === 'ascending' ? ' ↑' : ' ↓'}</span>
);
