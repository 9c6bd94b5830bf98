import { useMemo } from 'react';
import type { Assessment } from '../../core/assess.js';
import { requestOf } from '../../core/reading/read.js';
import { hasSum, sumOf } from '../../core/reading/sums/sum-of.js';
import type { Table } from '../../core/table/tabulate.js';
import type { Sums } from './ReadingPane.js';

/** The sums of a table's statistics; undefined where it has none. */
export function useSums(table: Table | null, tests: Assessment['tests'], confidence: number): Sums | undefined {
  return useMemo(() => {
    const request = table && requestOf(table, confidence);
    return request ? { has: hasSum, of: (id) => sumOf(id, request, tests) } : undefined;
  }, [table, tests, confidence]);
}
