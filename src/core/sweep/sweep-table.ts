import { assessGroups } from '../assess/assess-numbers.js';
import { assessMentions } from '../assess/assess-multiple.js';
import { assessTable, type Statistics } from '../assess/assess-table.js';
import type { Assessment } from '../assess/types.js';
import { titleOf } from '../codebook/types.js';
import type { TestResult } from '../infer/result.js';
import { sayStatistic } from '../reading/cross/association.js';
import { chiSquareDoubtful, leadTest, readOf, whyUntested } from '../reading/cross/context.js';
import { toldAnswer } from '../reading/cross/direction.js';
import { type ShownMeasure, shownMeasure } from '../reading/cross/shown-measure.js';
import { marksOf } from '../reading/marks.js';
import { mentionsOfTable } from '../reading/mentions.js';
import { leadOf, rankTestOf } from '../reading/numbers/context.js';
import { isByItself, numbersOf, requestOf } from '../reading/read.js';
import { testedOption } from '../reading/tested-option.js';
import { type MeasureId, measureOf, type TestId, testOf } from '../statistic/registry.js';
import { inScaleOrder } from '../table/scale-order.js';
import type { Table } from '../table/table.js';
import { directionOfMeans, directionOfRow, directionOfScale } from './direction.js';
import type { SweptMeasure, SweptTable } from './types.js';

/** All that a line of a sweep stands on; Fisher's test takes longer, and is made where counts are small. */
const STATISTICS: Statistics = [
  'pearson',
  'rao-scott',
  'linear-trend',
  'design-trend',
  'kruskal-wallis',
  'phi',
  'cramers-v',
  'cramers-v-corrected',
  'gamma',
];

type Found = Pick<SweptTable, 'test' | 'strength' | 'gamma' | 'direction' | 'note'>;

const NOTHING: Found = { test: null, strength: null, gamma: null, direction: null, note: null };

const testFound = (id: TestId, test: TestResult, p = test.p): SweptTable['test'] => ({
  id,
  name: testOf(id).name,
  text: sayStatistic(id, test).replace(/, $/, ''),
  p,
});

function measureFound(id: MeasureId, shown: ShownMeasure | null): SweptMeasure | null {
  if (!shown) return null;
  const { value, lower, upper } = shown;
  return { id, symbol: measureOf(id).symbol, value, lower, upper };
}

/** Eta of a number by groups. */
function etaFound({ measures }: Assessment): SweptMeasure | null {
  const square = measures['eta-squared'];
  if (!square) return null;
  const root = (value: number | undefined) => (value === undefined ? null : Math.sqrt(Math.max(0, value)));
  return {
    id: 'eta',
    symbol: 'η',
    value: Math.sqrt(square.value),
    lower: root(square.lower),
    upper: root(square.upper),
  };
}

/** @param ranks its ranks are compared, where they can be, and not its means */
function foundOfNumbers(table: Table, confidence: number, ranks: boolean): Found {
  const numbers = numbersOf(table);
  if (!numbers) return NOTHING;
  const result = assessGroups(numbers, confidence, 'holm');
  const lead = result && ((ranks ? rankTestOf(result) : null) ?? leadOf(result));
  if (!lead) return { ...NOTHING, note: result?.absent[0]?.reason ?? 'There is nothing to compare.' };
  return {
    ...NOTHING,
    test: testFound(lead.id, lead.test),
    strength: etaFound(result),
    direction: directionOfMeans(table),
  };
}

/** The row with the cell that departs most from independence. */
function strongestRow(table: Table, assessment: Assessment): { row: number; column: number } | undefined {
  const marks = marksOf(table, assessment) ?? [];
  const cells = marks.flatMap((line, row) =>
    line.flatMap((mark, column) => (mark ? [{ row, column, size: Math.abs(mark.residual) }] : [])),
  );
  return cells.reduce<(typeof cells)[number] | undefined>(
    (most, cell) => (most && most.size >= cell.size ? most : cell),
    undefined,
  );
}

/** Fisher's test leads where counts are small; elsewhere it is not asked. */
function assessedCross(table: Table, confidence: number): Assessment | null {
  const request = requestOf(table, confidence);
  if (!request) return null;
  const asked = { ...request, exact: { method: 'none' } as const };
  const first = assessTable(asked, STATISTICS);
  const { rows, columns, smallExpected } = first.base;
  return rows === 2 && columns === 2 && smallExpected > 0 ? assessTable(asked, [...STATISTICS, 'fisher']) : first;
}

function foundOfCategories(table: Table, confidence: number): Found {
  const result = assessedCross(table, confidence);
  if (!result) return NOTHING;
  if (!result.cells) return { ...NOTHING, note: result.absent[0]?.reason ?? 'There is nothing to compare.' };
  const read = readOf(table, result, confidence);
  const strength = measureFound('cramers-v', shownMeasure('cramers-v', read));
  const why = whyUntested(read);
  if (why !== null) return { ...NOTHING, strength, note: why };
  const { id, test } = leadTest(read);
  const told = () => directionOfRow(read.table, toldAnswer(read, strongestRow(read.table, result)));
  const isDoubtful = (id === 'pearson' || id === 'kruskal-wallis') && chiSquareDoubtful(read);
  return {
    test: testFound(id, test),
    strength,
    gamma: read.rowsOrdered && read.columnsOrdered ? measureFound('gamma', shownMeasure('gamma', read)) : null,
    direction: directionOfScale(read.table) ?? told(),
    note: isDoubtful ? 'Small expected counts: the p is doubtful. Merge small categories.' : null,
  };
}

/** Of a question one test over all options; strength and direction are of the option that differs most. */
function foundOfQuestion(table: Table, confidence: number): Found {
  const rows = table.rows.categories.flatMap(({ kind }, i) => (kind === 'option' ? [i] : []));
  const { options, tests } = assessMentions(
    mentionsOfTable(table),
    rows.map((i) => table.cells[i] ?? []),
    { confidence },
  );
  const tested = options.flatMap((option) => {
    const test = option.tests['rao-scott'] ?? option.tests.pearson;
    return test ? [{ option, test, row: rows[option.option] ?? 0 }] : [];
  });
  const [first] = tested.sort(
    (a, b) => a.option.adjustedP - b.option.adjustedP || (b.test.statistic ?? 0) - (a.test.statistic ?? 0),
  );
  if (!first) return { ...NOTHING, note: 'No option can be compared between groups.' };
  const overall = table.together ? tests['equal-mention'] : undefined;
  const { option, test, row } = first;
  const id = option.tests['rao-scott'] ? 'rao-scott' : 'pearson';
  const of = testedOption(table, row, option, confidence);
  return {
    ...NOTHING,
    test: overall ? testFound('equal-mention', overall) : testFound(id, test, option.adjustedP),
    strength: measureFound('cramers-v', shownMeasure('cramers-v', of)),
    direction: directionOfRow(table, row),
    note: `Strength and direction are of the option ${table.rows.categories[row]?.label ?? ''}.`,
  };
}

function found(table: Table, confidence: number, ranks: boolean): Found {
  if (table.base === 0) return { ...NOTHING, note: 'Nobody is in this table.' };
  if (isByItself(table)) return { ...NOTHING, note: 'A variable by itself is not tested.' };
  if (table.columns?.multiple)
    return { ...NOTHING, note: 'Respondents can be in several columns, so nothing over this table can be tested.' };
  if (table.numbers) return foundOfNumbers(table, confidence, ranks);
  return table.rows.multiple ? foundOfQuestion(table, confidence) : foundOfCategories(table, confidence);
}

/**
 * What a sweep says of one table: the test that leads in its reading, its strength, and which way it runs.
 * @param shown a variable by what stands across
 * @param by the variables across, the outermost first
 * @param ranks of a number, its ranks are compared and not its means
 */
export function sweepTable(shown: Table, by: readonly number[], confidence: number, ranks = false): SweptTable {
  const table = inScaleOrder(shown);
  const { variable } = table.rows;
  return {
    variable: variable.id,
    by,
    title: titleOf(variable),
    byTitle: table.columns ? titleOf(table.columns.variable) : '',
    level: variable.level,
    n: table.base,
    ...found(table, confidence, ranks),
  };
}
