import { and } from '../words.js';
import { checkTable, type Crosstab, reduceTable } from '../crosstab.js';
import { cells } from '../infer/cells.js';
import { collapsing } from '../infer/collapsing.js';
import { columnProportions } from '../infer/column-proportions.js';
import { type MeasureId, TABLE_MEASURES, TABLE_TESTS, type TestId } from '../statistic/registry.js';
import { tableSubject } from '../statistic/table-subject.js';
import type { Absent } from '../infer/result.js';
import type { Levels } from '../statistic/statistic.js';
import { onScale } from './on-scale.js';
import { recordMeasure, recordTest } from './record.js';
import type { TableRequest } from './requests.js';
import { type Assessment, type Caution, emptyAssessment } from './types.js';

/** Expected counts under this make the chi-square approximation doubtful (Cochran 1954). */
export const SMALL_EXPECTED = 5;

const onlyOne = (side: string) =>
  `Only one ${side} has anyone in it, so there is nothing to compare. Take a variable with answers in two or more.`;

/** Why a table has nothing to compare; null where it has. */
export function whyNothing(table: Crosstab): string | null {
  if (table.N === 0) return 'The table is empty: no respondent is in it.';
  if (table.R.length < 2) return onlyOne('row');
  if (table.C.length < 2) return onlyOne('column');
  return null;
}

function names(positions: readonly number[], noun: string): string {
  const list = positions.map((position) => String(position + 1));
  return `${noun}${list.length > 1 ? 's' : ''} ${list.join(', ')}`;
}

/** How many cells of the table are expected to hold fewer than five, in a plain sentence; null where none is. */
export function smallExpectedSentence(expected: readonly (readonly number[])[]): string | null {
  const all = expected.flat();
  const small = all.filter((e) => e < SMALL_EXPECTED).length;
  if (small === 0) return null;
  const share = Math.round((100 * small) / all.length);
  const least = all.reduce((x, y) => Math.min(x, y), Infinity);
  const smallest = least < 0.1 ? 'under 0.1' : least.toFixed(1);
  return `${small} of ${all.length} cells (${share}%) ${small === 1 ? 'has an' : 'have'} expected count${
    small === 1 ? '' : 's'
  } below ${SMALL_EXPECTED}; the smallest is ${smallest}.`;
}

function cautionsOf(request: TableRequest, table: Crosstab, expected: readonly (readonly number[])[]): Caution[] {
  const cautions: Caution[] = [];
  const small = table.survey ? null : smallExpectedSentence(expected);
  if (small !== null) cautions.push({ id: 'small-expected', text: small });
  if (request.weights && !table.survey) {
    cautions.push({ id: 'even-weights', text: 'Every weight is the same, so the table is taken as unweighted.' });
  }
  const loose = [
    ...(request.rowLevel === 'unordered' && table.R.length > 2 ? ['rows'] : []),
    ...(request.columnLevel === 'unordered' && table.C.length > 2 ? ['columns'] : []),
  ];
  if (loose.length > 0) {
    cautions.push({
      id: 'order-assumed',
      text:
        'Gamma and its kin, correlations and trends read the order in which categories stand; the ' +
        `${and(loose)} have none.`,
    });
  }
  return cautions;
}

/** A table of those on the scale, in the ways that statistics look at it; null where there is nothing to compare. */
function scaleOf(request: TableRequest, confidence: number) {
  const asked = onScale(request);
  const { table, dropped } = reduceTable(asked.counts, asked);
  const nothing = whyNothing(table);
  return { table, dropped, subject: nothing === null ? tableSubject({ ...asked, confidence }, table) : null };
}

const OFF: Absent = { absent: 'On the scale there is only one row, or one column, so there is nothing to compare.' };

/** The collapsing check, of each axis that is said to be ordered. */
function collapsingOf(request: TableRequest, table: Crosstab, dropped: Assessment['dropped'], confidence: number) {
  return (['rows', 'columns'] as const).flatMap((axis) => {
    if ((axis === 'rows' ? request.rowLevel : request.columnLevel) !== 'ordered') return [];
    const gone = dropped[axis];
    const length = (axis === 'rows' ? table.R : table.C).length;
    // A cut stands after a category; where categories were taken out, after as many as are left up to there.
    const cuts = request.cuts?.[axis]
      ?.map((cut) => cut - gone.filter((position) => position <= cut).length)
      .filter((cut, k, all) => cut >= 0 && cut < length - 1 && cut !== all[k - 1]);
    return collapsing(table, axis, confidence, cuts) ?? [];
  });
}

/** Tests and measures by their ids. */
export type Statistics = readonly (TestId | MeasureId)[];

/**
 * Every test and measure of one table of counts, rows by columns.
 * @param only these alone, and neither columns two by two nor the collapsing check: for many tables at once
 * @throws Fault naming the cell, where something in the table is not a count
 */
export function assessTable(request: TableRequest, only?: Statistics): Assessment {
  const options = { weights: request.weights, rowScores: request.rowScores, columnScores: request.columnScores };
  checkTable(request.counts, options);
  const confidence = request.confidence ?? 0.95;
  const adjustment = request.adjustment ?? 'holm';
  const { table, dropped } = reduceTable(request.counts, options);
  const { survey } = table;
  const respondents = survey?.n ?? table.N;
  const result = emptyAssessment({
    N: table.N,
    respondents,
    effective: survey?.effectiveBase ?? respondents,
    rows: table.R.length,
    columns: table.C.length,
  });
  result.dropped = dropped;
  if (dropped.rows.length + dropped.columns.length > 0) {
    const what = [
      ...(dropped.rows.length > 0 ? [names(dropped.rows, 'row')] : []),
      ...(dropped.columns.length > 0 ? [names(dropped.columns, 'column')] : []),
    ].join(' and ');
    result.cautions.push({ id: 'dropped', text: `Left out because nobody is in it: ${what}.` });
  }
  const isAsked = ({ id }: { id: TestId | MeasureId }) => only?.includes(id) ?? true;
  const nothing = whyNothing(table);
  if (nothing !== null) {
    result.absent = [...TABLE_TESTS, ...TABLE_MEASURES].filter(isAsked).map(({ id }) => ({ id, reason: nothing }));
    return result;
  }
  const subject = tableSubject({ ...request, confidence }, table);
  const scale = request.offScale ? scaleOf(request, confidence) : { table, dropped, subject };
  // What reads an order is of those on the scale.
  const of = ({ levels }: { levels: Levels }) => (levels === 'any' ? subject : scale.subject);
  for (const record of TABLE_TESTS.filter(isAsked)) {
    const own = of(record);
    recordTest(result, record.id, own ? record.compute(own) : OFF);
  }
  for (const record of TABLE_MEASURES.filter(isAsked)) {
    const own = of(record);
    recordMeasure(result, record.id, own ? record.compute(own) : OFF);
  }
  if (request.offScale) result.base.onScale = scale.table.survey?.n ?? scale.table.N;
  result.cells = cells(table, adjustment);
  if (!only) {
    result.columnProportions = columnProportions(table, adjustment, confidence);
    result.collapsing = collapsingOf(request, scale.table, scale.dropped, confidence);
  }
  const expected = result.cells.expected.flat();
  result.base.smallestExpected = expected.reduce((x, y) => Math.min(x, y), Infinity);
  result.base.smallExpected = expected.filter((e) => e < SMALL_EXPECTED).length;
  result.cautions.push(...cautionsOf(request, table, result.cells.expected));
  return result;
}
