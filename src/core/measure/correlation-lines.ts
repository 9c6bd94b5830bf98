import { total } from '../numerics/total.js';
import type { Crosstab } from '../crosstab.js';
import { figure, type WorkedExample, terms } from '../statistic/worked-example.js';

/** The correlation, by hand, of what the rows and the columns score. */
export function correlationExample(
  table: Crosstab,
  x: readonly number[],
  y: readonly number[],
  symbol: string,
): WorkedExample {
  const { n, R, C, N } = table;
  const mean = (totals: readonly number[], scores: readonly number[]) =>
    total(totals.map((t, k) => t * scores[k]!)) / N;
  const [mx, my] = [mean(R, x), mean(C, y)];
  const xx = total(R.map((t, i) => t * (x[i]! - mx) ** 2));
  const yy = total(C.map((t, j) => t * (y[j]! - my) ** 2));
  const xy = total(n.flatMap((row, i) => row.map((count, j) => count * (x[i]! - mx) * (y[j]! - my))));
  const result = xy / Math.sqrt(xx) / Math.sqrt(yy);
  return {
    formula: `${symbol} = Σ n (x − x̄)(y − ȳ) / √[Σ R (x − x̄)² × Σ C (y − ȳ)²]`,
    steps: [
      `x of the rows: ${terms(x.map(figure), '; ')}; mean ${figure(mx)}`,
      `y of the columns: ${terms(y.map(figure), '; ')}; mean ${figure(my)}`,
      `Σ n (x − x̄)(y − ȳ) = ${figure(xy)}`,
      `Σ R (x − x̄)² = ${figure(xx)}; Σ C (y − ȳ)² = ${figure(yy)}`,
      `${symbol} = ${figure(xy)} / √(${figure(xx)} × ${figure(yy)}) = ${figure(result)}`,
    ],
    result,
  };
}
