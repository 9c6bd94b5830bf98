import { total } from '../numerics/total.js';
import { capital } from '../reading/words.js';
import { figuresOf } from '../table/share.js';
import type { SilentTotals, Table, Totals } from '../table/table.js';
import { columnsOf } from './compared-figures.js';
import type { AskedLine } from './types.js';

/** Some of those who were asked, by column, all together first. */
interface Part {
  is: AskedLine['is'];
  label: string;
  respondents: number[];
  /** What they count as. */
  counted: number[];
}

/** Those who answered, and those of each kind of no answer. */
function partsOf(table: Table): Part[] {
  const columns = columnsOf(table);
  const based = ({ base, columnBases }: Totals) => columns.map((j) => (j === null ? base : (columnBases[j] ?? 0)));
  const silent = ({ total: all, cells }: SilentTotals) => columns.map((j) => (j === null ? all : (cells[j] ?? 0)));
  return [
    { is: 'answered', label: 'Gave an answer', respondents: based(table), counted: based(figuresOf(table)) },
    ...(table.silent ?? []).map(({ label, respondents, weighted }): Part => ({
      is: 'silent',
      label: capital(label),
      respondents: silent(respondents),
      counted: silent(weighted ?? respondents),
    })),
  ];
}

const summed = (lists: readonly (readonly number[])[]): number[] =>
  (lists[0] ?? []).map((_, k) => total(lists.map((list) => list[k] ?? 0)));

/**
 * What those count as who were asked, whether they answered or not; by column, all together first.
 * @returns null where it is not known who gave no answer
 */
export const askedCounts = (table: Table): number[] | null =>
  table.silent ? summed(partsOf(table).map(({ counted }) => counted)) : null;

/** The lines beside percentages of all: who answered, a line for each kind of no answer, and all of them. */
export function askedLines(table: Table): AskedLine[] {
  if (!table.silent) return [];
  const parts = partsOf(table);
  const everyone: Part = {
    is: 'everyone',
    label: 'All, answered or not',
    respondents: summed(parts.map(({ respondents }) => respondents)),
    counted: summed(parts.map(({ counted }) => counted)),
  };
  return [...parts, everyone].map(({ is, label, respondents, counted }) => ({
    is,
    label,
    values: {
      n: respondents,
      ...(table.weighted ? { 'weighted-n': counted } : {}),
      'all-percent': counted.map((value, k) => {
        const asked = everyone.counted[k] ?? 0;
        return asked > 0 ? (100 * value) / asked : null;
      }),
    },
  }));
}

/** A line with other values than it had, figure by figure. */
export const withValues = (
  line: AskedLine,
  change: (values: readonly (number | null)[], figure: string) => (number | null)[],
): AskedLine => ({
  ...line,
  values: Object.fromEntries(Object.entries(line.values).map(([figure, values]) => [figure, change(values, figure)])),
});
