import type { Level } from '../codebook/types.js';
import type { TestId } from '../statistic/registry.js';

/** A measure of one table; null ends where it has no interval. */
export interface SweptMeasure {
  id: string;
  symbol: string;
  value: number;
  lower: number | null;
  upper: number | null;
}

/** Which way a table runs: one figure in each of its groups. */
export interface Direction {
  /** Of what it is: a category, the top two of a scale, or the mean. */
  of: string;
  unit: 'percent' | 'mean';
  decimals: number;
  /** Over all groups. */
  all: number;
  groups: { label: string; value: number | null }[];
}

/** What a sweep says of one table: a variable by what stands across. */
export interface SweptTable {
  variable: number;
  /** What stands across, the outermost first. */
  by: readonly number[];
  title: string;
  byTitle: string;
  level: Level;
  /** Respondents in the table. */
  n: number;
  /** The test that leads; null where nothing is tested. */
  test: { id: TestId; name: string; text: string; p: number } | null;
  /** Cramer's V, or of a number eta, which is to it what V is to categories: from 0 to 1. */
  strength: SweptMeasure | null;
  /** Of two ordered variables. */
  gamma: SweptMeasure | null;
  direction: Direction | null;
  /** Why nothing is tested, or what to be careful about. */
  note: string | null;
}

/** A table of a sweep with its p adjusted over the list. */
export type SweptLine = SweptTable & { adjustedP: number | null };
