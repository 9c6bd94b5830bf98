import { total } from '../../core/numerics/total.js';
import { canonicalCode, parseNumber } from '../../core/codebook/number.js';
import { type Column, lowBits, wordAt } from '../../core/count/column.js';
import { cachedColumn } from './column-cache.js';

/** Codes, each with the columns in which it is looked for. */
export interface ReachJob {
  file: string;
  respondents: number;
  in: { code: string; columns: number[] }[];
}

/** How many respondents have a code in at least one of its columns: of each, and of any of them. */
export interface Reach {
  each: number[];
  any: number;
}

/** Marks those who have a code in a column. */
function mark(column: Column, code: string, marks: Uint8Array): void {
  if (column.kind === 'coded') {
    const at = column.codes.indexOf(canonicalCode(code)) + 1;
    if (at > 0) column.values.forEach((value, k) => value === at && (marks[k] = 1));
    return;
  }
  if (column.kind !== 'number') return;
  const { values, words } = column;
  const number = parseNumber(code);
  if (number !== null) {
    values.forEach((value, k) => value === number && (marks[k] = 1));
    return;
  }
  const at = words.indexOf(code) + 1;
  if (at === 0) return;
  const low = lowBits(values);
  for (let k = 0; k < values.length; k++) if (Number.isNaN(values[k]) && wordAt(low, k) === at) marks[k] = 1;
}

/** Counts respondents, each once, however many variables they have a code in. */
export function reachInStudy({ file, respondents, in: wanted }: ReachJob): Reach {
  const any = new Uint8Array(respondents);
  const each = wanted.map(({ code, columns }) => {
    const marks = new Uint8Array(respondents);
    for (const column of columns) mark(cachedColumn(file, column), code, marks);
    let reached = 0;
    marks.forEach((is, k) => {
      reached += is;
      if (is === 1) any[k] = 1;
    });
    return reached;
  });
  return { each, any: total(any) };
}
