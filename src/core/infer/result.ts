/** A test of a hypothesis. `statistic` and `df` are absent for exact tests. */
export interface TestResult {
  statistic?: number;
  df?: number;
  p: number;
  /** Exact one-sided p for the first cell, lower and upper. */
  pLess?: number;
  pGreater?: number;
}

/** Why a statistic has no value on this table. */
export interface Absent {
  absent: string;
}

export function isAbsent(outcome: object): outcome is Absent {
  return 'absent' in outcome;
}
