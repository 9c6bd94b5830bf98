/** Another form of a test, by what makes it another. */
export type Variant =
  'continuity-corrected' | 'exact' | 'tarone' | 'row-mean-scores' | 'correlation' | 'likelihood-ratio';

/** How a p that is not read off a distribution was come by. */
interface Sampling {
  /** `exact`: over all tables; `monte-carlo`: over a seeded sample of them. */
  method: 'exact' | 'monte-carlo';
  /** Steps taken by the exact method. */
  work?: number;
  /** Tables drawn, the seed they were drawn from, and the ends of the 99% interval for p. */
  draws?: number;
  seed?: number;
  lower?: number;
  upper?: number;
}

/** A test of a hypothesis. `statistic` and `df` are absent for exact tests. */
export interface TestResult {
  statistic?: number;
  df?: number;
  /** Degrees of freedom of an F, numerator and denominator. */
  df1?: number;
  df2?: number;
  p: number;
  /** One-sided p, towards less and towards more. */
  pLess?: number;
  pGreater?: number;
  /** Mean generalised design effect (Rao and Scott 1984). */
  deff?: number;
  /** X² before a correction for overlap. */
  raw?: number;
  sampling?: Sampling;
  variants?: Partial<Record<Variant, TestResult>>;
}

/** Why a statistic has no value on this table. */
export interface Absent {
  absent: string;
}

export function isAbsent(outcome: object): outcome is Absent {
  return 'absent' in outcome;
}
