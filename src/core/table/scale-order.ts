import { compareCodes, parseNumber } from '../codebook/number.js';
import { arrange } from './order.js';
import { figuresOf } from './share.js';
import type { Category, Table, TableAxis } from './table.js';

const isAnswer = ({ kind }: Category) => kind === 'answer' || kind === 'option';

/**
 * The places of an axis's categories in the *scale order* of its variable: numbers by value; two answers with numeric
 * codes by their codes, upwards; else as the code list has them. Who is no answer stands last. Every statistic is
 * computed in this order, however the table is shown.
 * @param held whether anybody is in a category; only those that hold somebody make two answers
 */
function scalePlaces({ variable, categories }: TableAxis, held: (position: number) => boolean): number[] {
  const listed = new Map(variable.codes.map(({ code }, k) => [code, k]));
  const inList = (k: number) => listed.get(categories[k]?.code ?? '') ?? Infinity;
  const codeAt = (k: number) => categories[k]?.code ?? '';
  const answers = categories.flatMap((category, k) => (isAnswer(category) ? [k] : []));
  const rest = categories.flatMap((category, k) => (isAnswer(category) ? [] : [k]));
  const filled = answers.filter(held);
  const isPair =
    variable.level !== 'multiple' && filled.length === 2 && filled.every((k) => parseNumber(codeAt(k)) !== null);
  const byValue = (a: number, b: number) => compareCodes(codeAt(a), codeAt(b));
  const byList = (a: number, b: number) => {
    const [x, y] = [inList(a), inList(b)];
    return x === y ? a - b : x - y;
  };
  return [...answers.sort(isPair || variable.level === 'number' ? byValue : byList), ...rest];
}

/** The places of a table's rows and columns in scale order. */
export function scalePlacesOf(table: Table): { rows: number[]; columns: number[] } {
  const { rowTotals, columnBases } = figuresOf(table);
  return {
    rows: scalePlaces(table.rows, (i) => (rowTotals[i] ?? 0) > 0),
    columns: table.columns ? scalePlaces(table.columns, (j) => (columnBases[j] ?? 0) > 0) : [0],
  };
}

/** Values of the rows of a table as it is shown, in scale order. */
export function rowsInScaleOrder(shown: Table, values: readonly number[]): number[] {
  return scalePlacesOf(shown).rows.map((place) => values[place] ?? 0);
}

/** A table as statistics take it, its rows and columns in scale order; the same table where they stand so already. */
export function inScaleOrder<T extends Table>(table: T): T {
  return arrange(table, scalePlacesOf(table));
}
