import type { Assessment } from '../../assess/types.js';
import { titleOf } from '../../codebook/types.js';
import type { GroupNumbers } from '../../count/types.js';
import { fixed } from '../../figures.js';
import type { TestResult } from '../../infer/result.js';
import { levelOf } from '../../level.js';
import type { TestId } from '../../statistic/registry.js';
import { decimalsOf } from '../../table/group-figures.js';
import type { Table, TableNumbers } from '../../table/table.js';

/** A group with its label. */
interface NamedGroup {
  label: string;
  numbers: GroupNumbers;
}

/** Numbers in groups as a reading looks at them, the groups in scale order. */
export interface ReadNumbers {
  table: Table;
  result: Assessment;
  confidence: number;
  /** The title of the numbers, and of the groups. */
  title: string;
  by: string;
  groups: readonly NamedGroup[];
  /** "52.1": a number with as many decimals as tell the groups apart. */
  figure: (value: number) => string;
}

/** @param table in scale order, its groups across */
export function readNumbersOf(
  table: Table,
  numbers: TableNumbers,
  result: Assessment,
  confidence: number,
): ReadNumbers {
  const decimals = decimalsOf(numbers.all);
  return {
    table,
    result,
    confidence,
    title: titleOf(table.rows.variable),
    by: table.columns ? titleOf(table.columns.variable) : '',
    groups: numbers.columns.flatMap((group, j) =>
      group ? [{ label: table.columns?.categories[j]?.label ?? '', numbers: group }] : [],
    ),
    figure: (value) => fixed(value, decimals).replace('-', '−'),
  };
}

/** The test that the verdict stands on. */
export interface NumberLead {
  id: TestId;
  test: TestResult;
}

/** Tests that can lead, the first that has a value does. */
const LEADS: readonly TestId[] = ['design-f', 'welch-t', 'welch-anova', 'mann-whitney', 'kruskal-wallis'];

/** The test on ranks, which stands beside one of means. */
const RANKS: readonly TestId[] = ['mann-whitney', 'kruskal-wallis'];

const firstOf = (ids: readonly TestId[], { tests }: Assessment): NumberLead | null => {
  for (const id of ids) {
    const test = tests[id];
    if (test) return { id, test };
  }
  return null;
};

export const leadOf = (result: Assessment): NumberLead | null => firstOf(LEADS, result);
export const rankTestOf = (result: Assessment): NumberLead | null => firstOf(RANKS, result);

export const isShown = ({ test }: NumberLead, confidence: number): boolean => test.p < levelOf(confidence);
