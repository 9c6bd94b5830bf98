import { type Crosstab, eachCell } from '../crosstab.js';
import type { Absent } from '../infer/result.js';
import { countPairs } from './pairs.js';
import { type MeasureResult, withInterval, withTest } from './result.js';

/**
 * Goodman and Kruskal's gamma = (P - Q)/(P + Q) (1954). `ase` after Goodman and Kruskal (1963); `z` uses the standard
 * error under independence after Brown and Benedetti (1977).
 */
export function gamma(table: Crosstab, confidence: number): MeasureResult | Absent {
  const { concordant, discordant, P, Q } = countPairs(table);
  const all = P + Q;
  if (all === 0) return { absent: 'No two respondents differ on both variables, so no pair is ordered.' };
  const value = (P - Q) / all;
  let variance = 0;
  let underIndependence = 0;
  eachCell(table, (n, i, j) => {
    const c = concordant[i]?.[j] ?? 0;
    const d = discordant[i]?.[j] ?? 0;
    variance += n * ((4 * (Q * c - P * d)) / all ** 2) ** 2;
    underIndependence += n * (c - d - (P - Q) / table.N) ** 2;
  });
  return withTest(withInterval(value, Math.sqrt(variance), confidence), (2 / all) * Math.sqrt(underIndependence));
}
