import { type Asked, type Respondent, tableOf } from '../table/survey.fixtures.js';
import { viewOfTable } from '../view/table-view.js';
import type { TableView } from '../view/types.js';
import { cellExtras } from '../view/whole-view.js';

/** Respondents as cells say: answers by groups. */
export const peopleOf = (cells: readonly (readonly number[])[]): Respondent[] =>
  cells.flatMap((line, i) =>
    line.flatMap((times, j) =>
      Array.from({ length: times }, () => ({ answer: i + 1, group: j + 1, season: 1, weight: 1, crops: [] })),
    ),
  );

/** The view of a table of them. */
export function viewOfCells(cells: readonly (readonly number[])[], asked: Asked = {}): TableView {
  const table = tableOf(peopleOf(cells), asked);
  return viewOfTable('Answer by Group', table, cellExtras(table));
}

/**
 * Edges without which a graph falls apart further: a hidden cell of a table with known margins is determined if and
 * only if it is such an edge between its line and its column (Gusfield 1988). Found by taking each away.
 */
export function bridges(edges: readonly (readonly [string, string])[]): boolean[] {
  const isJoined = ([from, to]: readonly [string, string], others: readonly (readonly [string, string])[]) => {
    const reached = new Set([from]);
    for (let before = 0; before < reached.size;) {
      before = reached.size;
      for (const [a, b] of others) {
        if (reached.has(a)) reached.add(b);
        if (reached.has(b)) reached.add(a);
      }
    }
    return reached.has(to);
  };
  return edges.map(
    (edge, k) =>
      !isJoined(
        edge,
        edges.filter((_, other) => other !== k),
      ),
  );
}
