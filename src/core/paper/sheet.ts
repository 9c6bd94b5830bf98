import { decimalSign, readCell } from './parse-count.js';

/** A table on paper as it stands in the editor: labels, and cells as they were typed. */
export interface Sheet {
  rows: string[];
  columns: string[];
  cells: string[][];
}

/** Something in a sheet that is not as it should be. Positions are of the sheet, from 0. */
export interface SheetRemark {
  kind: 'bad' | 'mended' | 'total';
  /** The cell; a row or a column alone where it is of the whole line. */
  row: number | null;
  column: number | null;
  text: string;
}

/** What a sheet holds once its cells have been read. */
export interface CheckedSheet {
  /** Counts of the rows and columns kept; null while a cell cannot be read, or there are not two of each. */
  counts: number[][] | null;
  /** Positions in the sheet that the counts stand for. */
  rows: number[];
  columns: number[];
  findings: SheetRemark[];
  /** Why there are no counts, where no cell is to blame. */
  lacking: string | null;
}

const TOTAL = /^(grand )?(total|totals|all|sum|base|n|overall|row total|column total)$/i;

export const labelOf = (labels: readonly string[], k: number, noun: string) => {
  const label = labels[k]?.trim() ?? '';
  return label === '' ? `${noun} ${k + 1}` : label;
};

/** Whether each figure of a line is the sum of its neighbours across. */
function isSum(line: readonly (number | null)[], others: readonly (readonly (number | null)[])[]): boolean {
  return (
    others.length > 1 &&
    line.every((value, k) => {
      if (value === null) return false;
      const sum = others.reduce((all, other) => all + (other[k] ?? NaN), 0);
      return Math.abs(sum - value) < 1e-6 * Math.max(1, sum);
    }) &&
    line.some((value) => value !== null && value > 0)
  );
}

interface Totals {
  at: number | null;
  finding: SheetRemark | null;
}

/** Looks at the last and the first line for totals that were left in: by their name, or because they are the sums. */
function totalsAmong(
  lines: readonly (readonly (number | null)[])[],
  labels: readonly string[],
  axis: 'row' | 'column',
): Totals {
  const place = (at: number) => (axis === 'row' ? { row: at, column: null } : { row: null, column: at });
  const last = lines.length - 1;
  for (const at of last > 0 ? [last, 0] : [last]) {
    const line = lines[at] ?? [];
    const others = lines.filter((_, k) => k !== at);
    const named = TOTAL.test(labels[at]?.trim() ?? '');
    const sums = isSum(line, others);
    const name = labelOf(labels, at, axis === 'row' ? 'Row' : 'Column');
    if (sums && (named || others.length > 2)) {
      return {
        at,
        finding: {
          kind: 'total',
          ...place(at),
          text: `${name} is the sum of the others: a ${axis} of totals, left out.`,
        },
      };
    }
    if (named && others.length > 0) {
      return {
        at,
        finding: {
          kind: 'total',
          ...place(at),
          text:
            `${name} is left out as a ${axis} of totals by its name, but does not add up: look for a slip in a ` +
            'cell.',
        },
      };
    }
  }
  return { at: null, finding: null };
}

/**
 * Reads the cells of a sheet: what is a count, what was mended, what cannot be one, and which lines are totals that
 * were left in by mistake.
 * @param keepTotals count lines that look like totals all the same
 * @param fewest rows and columns that there must be
 * @param like the lines that are kept, where another sheet of the same shape has settled that
 */
export function checkSheet(
  { rows, columns, cells }: Sheet,
  keepTotals = false,
  like?: Pick<CheckedSheet, 'rows' | 'columns'>,
  fewest = { rows: 2, columns: 2 },
): CheckedSheet {
  const decimals = decimalSign(cells.flat());
  const findings: SheetRemark[] = [];
  const read = cells.map((line, i) =>
    line.map((text, j) => {
      const cell = readCell(text, decimals);
      const where = `${labelOf(rows, i, 'Row')}, ${labelOf(columns, j, 'Column')}`;
      if (cell.is === 'bad') {
        const shown = text.trim().length > 30 ? `${text.trim().slice(0, 30)}…` : text.trim();
        findings.push({ kind: 'bad', row: i, column: j, text: `${where}: “${shown}” ${cell.why}. ${cell.mend}` });
        return null;
      }
      if (cell.mended !== null) findings.push({ kind: 'mended', row: i, column: j, text: `${where}: ${cell.mended}.` });
      return cell.value;
    }),
  );
  const settled = keepTotals || like !== undefined;
  const totalColumn = settled
    ? { at: null, finding: null }
    : totalsAmong(
        columns.map((_, j) => read.map((line) => line[j] ?? null)),
        columns,
        'column',
      );
  const totalRow = settled ? { at: null, finding: null } : totalsAmong(read, rows, 'row');
  for (const { finding } of [totalRow, totalColumn]) if (finding) findings.push(finding);
  const keptRows = like?.rows ?? rows.flatMap((_, i) => (i === totalRow.at ? [] : [i]));
  const keptColumns = like?.columns ?? columns.flatMap((_, j) => (j === totalColumn.at ? [] : [j]));
  // A cell that cannot be read does no harm in a line that is left out.
  const counted = findings.filter(
    ({ kind, row, column }) =>
      kind !== 'bad' || ((row === null || keptRows.includes(row)) && (column === null || keptColumns.includes(column))),
  );
  const bad = counted.some(({ kind }) => kind === 'bad');
  const lacking =
    keptRows.length < fewest.rows || keptColumns.length < fewest.columns
      ? fewest.columns === 1
        ? 'A list needs two counts at least.'
        : 'A table needs two rows and two columns of counts at least.'
      : !bad && keptRows.every((i) => keptColumns.every((j) => (read[i]?.[j] ?? 0) === 0))
        ? 'There is nobody in the table yet.'
        : null;
  return {
    counts: bad || lacking !== null ? null : keptRows.map((i) => keptColumns.map((j) => read[i]?.[j] ?? 0)),
    rows: keptRows,
    columns: keptColumns,
    findings: counted,
    lacking,
  };
}
