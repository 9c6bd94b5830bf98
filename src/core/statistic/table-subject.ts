import type { TableRequest } from '../assess/requests.js';
import { type Crosstab, squareTable, transpose } from '../crosstab.js';
import type { TableSubject } from './subjects.js';

/** The table with its groups in the rows: the axis without an order, or the one that is said to hold the groups. */
function groupsInRows(
  table: Crosstab,
  levels: { rowLevel?: string | undefined; columnLevel?: string | undefined; groups?: 'rows' | 'columns' | undefined },
): Crosstab {
  const [rows, columns] = [levels.rowLevel === 'ordered', levels.columnLevel === 'ordered'];
  const groups = rows === columns ? (levels.groups ?? 'rows') : rows ? 'columns' : 'rows';
  return groups === 'columns' ? transpose(table) : table;
}

/** A table of counts, in the ways that statistics look at it. */
export function tableSubject(request: TableRequest, table: Crosstab): TableSubject {
  return {
    table,
    square: squareTable(request.counts, request),
    grouped: request.groups === 'columns' ? transpose(table) : table,
    ordered: groupsInRows(table, request),
    confidence: request.confidence ?? 0.95,
    exact: request.exact,
  };
}
