import { chiSquareSurvival } from '../numerics/distributions.js';

/** A statistic that follows chi-square, with its p. */
export const chiSquare = (statistic: number, df: number) => ({ statistic, df, p: chiSquareSurvival(statistic, df) });
