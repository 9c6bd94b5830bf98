import { share } from '../../table/share.js';
import { answer, type Answer, QUESTIONS, type ReadCell } from '../types.js';
import { capital, numeral, percent } from '../words.js';
import { isSignificant, type Read } from './context.js';

/** A cell that departs from independence. */
export interface Carrier {
  /** Positions in the full table. */
  row: number;
  column: number;
  residual: number;
  contribution: number;
  /** Adjusted over all cells. */
  p: number;
}

/** Cells that depart from independence after adjusting over all cells, the strongest first. */
export function carriers({ result, rowsKept, columnsKept, confidence }: Read): Carrier[] {
  const { cells } = result;
  if (!cells) return [];
  return cells.adjustedResidual
    .flatMap((line, i) =>
      line.map((residual, j) => ({
        row: rowsKept[i] ?? 0,
        column: columnsKept[j] ?? 0,
        residual,
        contribution: cells.contribution[i]?.[j] ?? 0,
        p: cells.adjustedP[i]?.[j] ?? 1,
      })),
    )
    .filter(({ p }) => p < 1 - confidence)
    .sort((a, b) => Math.abs(b.residual) - Math.abs(a.residual));
}

const COLUMNS_NAMED = 4;
const ROWS_NAMED = 2;

/** Where in the table? */
export function where(read: Read, found: readonly Carrier[]): Answer {
  const { table, result, rowTitle, columnTitle } = read;
  if (found.length === 0) {
    return answer('where', QUESTIONS.where, {
      verdict: isSignificant(read) ? 'In no single cell.' : null,
      notes: [
        isSignificant(read)
          ? 'The association is spread thin: no cell stands out once all cells are taken together.'
          : 'No cell departs from what independence would give by more than chance.',
      ],
    });
  }
  const columns = [...new Set(found.map(({ column }) => column))];
  const cells = columns.slice(0, COLUMNS_NAMED).map((column): ReadCell => {
    const mine = found.filter((carrier) => carrier.column === column);
    const named = mine.slice(0, ROWS_NAMED);
    return {
      subject: `${columnTitle}: ${table.columns?.categories[column]?.label ?? ''}`,
      parts: named.map(({ row, residual, p }) => ({
        text: `${rowTitle} “${table.rows.categories[row]?.label ?? ''}”: ${percent(share(table, 'column', row, column) ?? 0)}, overall ${percent(share(table, 'column', row, null) ?? 0)}`,
        direction: residual > 0 ? 'more' : 'fewer',
        strong: p < 0.001,
      })),
    };
  });
  const total = result.base.rows * result.base.columns;
  const part = found.reduce((sum, { contribution }) => sum + contribution, 0);
  const others = columns.length - COLUMNS_NAMED;
  const more =
    others > 0 ? ` ${capital(numeral(others))} more ${others === 1 ? 'column stands' : 'columns stand'} out.` : '';
  return answer('where', QUESTIONS.where, {
    cells,
    notes: [
      found.length === 1
        ? `One of ${total} cells stands out and makes up ${percent(part)} of χ².${more}`
        : `${found.length} of ${total} cells stand out and make up ${percent(part)} of χ².${more}`,
    ],
  });
}
