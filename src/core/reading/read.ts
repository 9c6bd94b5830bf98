import type { Assessment, CellAssessment } from '../assess/types.js';
import type { AxisLevel, TableRequest } from '../assess/requests.js';
import { assess } from '../assess.js';
import { assessCells, assessMeans } from '../assess/assess-cells.js';
import { assessGroups } from '../assess/assess-numbers.js';
import { parseNumber } from '../codebook/number.js';
import type { Adjustment } from '../infer/adjust.js';
import { type Level, titleOf } from '../codebook/types.js';
import { scaleScores } from '../table/scale-scores.js';
import { inScaleOrder, rowsInScaleOrder } from '../table/scale-order.js';
import type { ReadOptions } from './options.js';
import type { Table, TableAxis, TableNumbers } from '../table/table.js';
import { readCross } from './read-cross.js';
import { readFrequency } from './read-frequency.js';
import { isManyNumbers, readNumber } from './read-number.js';
import { readNumbers } from './numbers/read-numbers.js';
import { readMultiple } from './read-multiple.js';
import { answer, type Answer, QUESTIONS } from './types.js';

const axisLevel = (level: Level | undefined): AxisLevel =>
  level === 'ordered' || level === 'number' ? 'ordered' : 'unordered';

/**
 * Numbers are their own scores; the codes of a category are names, and score 1, 2, 3 in their order where they were
 * given no others.
 */
function scoresOf({ variable, categories }: TableAxis): number[] | undefined {
  if (variable.scores) return scaleScores(variable, categories);
  if (variable.level !== 'number') return undefined;
  const scores = categories.flatMap(({ code }) => parseNumber(code) ?? []);
  return scores.length === categories.length ? scores : undefined;
}

/** Positions of the categories that are not on the scale; nothing where all are. */
function offScaleOf({ rows, columns }: Table): TableRequest['offScale'] {
  const placesOf = (axis: TableAxis | null) =>
    axis?.categories.flatMap(({ offScale }, k) => (offScale ? [k] : [])) ?? [];
  const off = { rows: placesOf(rows), columns: placesOf(columns) };
  return off.rows.length + off.columns.length > 0 ? off : undefined;
}

/**
 * What is to be assessed of a table on screen, its groups across, in scale order however it is shown; null for a
 * frequency table, an empty one, and one with overlapping categories.
 */
export function requestOf(shown: Table, confidence: number): TableRequest | null {
  const table = inScaleOrder(shown);
  if (table.columns === null || table.rows.multiple || table.columns.multiple || table.base === 0) return null;
  if (table.numbers) return null;
  return {
    counts: table.cells,
    weights: table.weighted ? { sums: table.weighted.sums.cells, squares: table.weighted.squares.cells } : undefined,
    rowLevel: axisLevel(table.rows.variable.level),
    columnLevel: axisLevel(table.columns.variable.level),
    rowScores: scoresOf(table.rows),
    columnScores: scoresOf(table.columns),
    offScale: offScaleOf(table),
    groups: 'columns',
    confidence,
  };
}

/** The numbers that stand in groups that do not overlap, the groups in scale order; null where there are none. */
export function numbersOf(shown: Table): TableNumbers | null {
  if (!shown.numbers) return null;
  const { columns, numbers } = inScaleOrder(shown);
  return columns && !columns.multiple && numbers ? numbers : null;
}

/**
 * The statistics of a cross table at once; exact tests of more than 2 x 2 take longer and are asked for apart. Null
 * where there is nothing to assess.
 */
export function assessmentOfTable(
  table: Table,
  confidence: number,
  adjustment: Adjustment = 'holm',
): Assessment | null {
  const numbers = numbersOf(table);
  if (numbers) return assessGroups(numbers, confidence, adjustment);
  const request = requestOf(table, confidence);
  return request && assess({ ...request, adjustment, exact: { method: 'none' } });
}

/** What the cells of a table show of its statistics; null where there is nothing to assess. */
export function cellsOfTable(table: Table, confidence: number, adjustment: Adjustment = 'holm'): CellAssessment | null {
  const numbers = numbersOf(table);
  if (numbers) return assessMeans(numbers, confidence, adjustment);
  const request = requestOf(table, confidence);
  return request && assessCells(request, adjustment);
}

/** Whether the same variable stands down and across. */
export const isByItself = ({ rows, columns }: Table) =>
  rows.variable.id === columns?.variable.id && columns.categories.every(({ path = [] }) => path.length <= 1);

const byItself = ({ rows }: Table): Answer =>
  answer('association', QUESTIONS.association, {
    verdict: 'Nothing to test.',
    notes: [
      `This is ${titleOf(rows.variable)} by itself: whoever is in a row is in its own column. Put another variable ` +
        'into the rows or across.',
    ],
  });

/** The answers beside a table, the ones that suit it; the same however its rows and columns are shown. */
export function read(
  shown: Table,
  assessment: Assessment | null,
  confidence: number,
  options: ReadOptions = {},
): Answer[] {
  const table = inScaleOrder(shown);
  if (table.base === 0) return [];
  const { proportions } = options;
  const expected = proportions && rowsInScaleOrder(shown, proportions);
  if (table.columns === null)
    return table.numbers || isManyNumbers(table)
      ? readNumber(table, confidence)
      : readFrequency(table, confidence, expected);
  if (isByItself(table)) return [byItself(table)];
  if (assessment && table.numbers) return readNumbers(table, assessment, confidence, options.sizes);
  if (assessment) return readCross(table, assessment, confidence, options);
  if (table.rows.multiple && !table.columns.multiple) return readMultiple(table, confidence, options);
  return [
    answer('association', QUESTIONS.association, {
      verdict: 'Not tested.',
      notes: [
        table.rows.multiple
          ? 'Respondents can be in several rows and in several columns, so no chi-square over this table is ' +
            'valid. Put groups that do not overlap across.'
          : 'Respondents can be in several columns, so no chi-square over this table is valid. Swap rows and ' +
            'columns to have each option tested.',
      ],
    }),
  ];
}
