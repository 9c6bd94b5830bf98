import { chiSquareSurvival } from '../numerics/distributions.js';
import type { TestResult } from './result.js';

export const chiSquare = (statistic: number, df: number): TestResult => ({
  statistic,
  df,
  p: chiSquareSurvival(statistic, df),
});
