import { type Crosstab, transpose } from '../../crosstab.js';
import { midranks } from '../../infer/mean-scores.js';
import type { Direction } from '../../measure/direction.js';
import { chiSquareSurvival, normalTwoSided } from '../../numerics/distributions.js';
import { countPairs } from '../../measure/pairs.js';
import { figure, type Sum, terms, total } from './types.js';

/** Pairs ordered alike and the other way, each counted twice, with the lines that lead to them. */
function pairLines(table: Crosstab) {
  const { concordant, discordant, P, Q } = countPairs(table);
  const products = (with_: readonly (readonly number[])[]) =>
    terms(table.n.flatMap((row, i) => row.map((count, j) => `${figure(count)} × ${figure(with_[i]![j]!)}`)));
  return {
    P,
    Q,
    lines: [
      `P = Σ n × (respondents above left and below right) = ${products(concordant)} = ${figure(P)}`,
      `Q = Σ n × (respondents above right and below left) = ${products(discordant)} = ${figure(Q)}`,
    ],
  };
}

const squares = (totals: readonly number[]) => total(totals.map((t) => t ** 2));

function untied(name: string, totals: readonly number[], N: number) {
  const value = N ** 2 - squares(totals);
  return {
    value,
    line: `pairs not tied on the ${name}: N² − (${terms(totals.map((t) => `${figure(t)}²`))}) = ${figure(value)}`,
  };
}

export function gammaSum(table: Crosstab): Sum {
  const { P, Q, lines } = pairLines(table);
  const result = (P - Q) / (P + Q);
  return {
    formula: 'γ = (P − Q) / (P + Q)',
    steps: [...lines, `γ = (${figure(P)} − ${figure(Q)}) / (${figure(P)} + ${figure(Q)}) = ${figure(result)}`],
    result,
  };
}

export function tauBSum(table: Crosstab): Sum {
  const { P, Q, lines } = pairLines(table);
  const rows = untied('rows', table.R, table.N);
  const columns = untied('columns', table.C, table.N);
  const result = (P - Q) / Math.sqrt(rows.value) / Math.sqrt(columns.value);
  return {
    formula: 'τb = (P − Q) / √[(N² − Σ R²)(N² − Σ C²)]',
    steps: [
      ...lines,
      rows.line,
      columns.line,
      `τb = (${figure(P)} − ${figure(Q)}) / √(${figure(rows.value)} × ${figure(columns.value)}) = ${figure(result)}`,
    ],
    result,
  };
}

export function tauCSum(table: Crosstab): Sum {
  const { P, Q, lines } = pairLines(table);
  const m = Math.min(table.R.length, table.C.length);
  const result = ((P - Q) * m) / ((m - 1) * table.N ** 2);
  return {
    formula: 'τc = (P − Q) m / [(m − 1) N²], m the smaller number of categories',
    steps: [
      ...lines,
      `τc = (${figure(P)} − ${figure(Q)}) × ${m} / (${m - 1} × ${figure(table.N)}²) = ${figure(result)}`,
    ],
    result,
  };
}

export function somersDSum(table: Crosstab, direction: Direction): Sum {
  const { P, Q, lines } = pairLines(table);
  const rows = untied('rows', table.R, table.N);
  const columns = untied('columns', table.C, table.N);
  const under = { columns: rows.value, rows: columns.value, symmetric: (rows.value + columns.value) / 2 }[direction];
  const result = (P - Q) / under;
  return {
    formula: {
      columns: 'd = (P − Q) / (N² − Σ R²)',
      rows: 'd = (P − Q) / (N² − Σ C²)',
      symmetric: 'd = (P − Q) / ½ [(N² − Σ R²) + (N² − Σ C²)]',
    }[direction],
    steps: [
      ...lines,
      ...(direction === 'rows' ? [] : [rows.line]),
      ...(direction === 'columns' ? [] : [columns.line]),
      `d = (${figure(P)} − ${figure(Q)}) / ${figure(under)} = ${figure(result)}`,
    ],
    result,
  };
}

/** A correlation of what the rows and the columns score. */
function correlation(table: Crosstab, x: readonly number[], y: readonly number[], symbol: string): Sum {
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

export function pearsonRSum(table: Crosstab): Sum {
  return correlation(table, table.scores.rows, table.scores.columns, 'r');
}

export function spearmanSum(table: Crosstab): Sum {
  const sum = correlation(table, midranks(table.R), midranks(table.C), 'ρ');
  return { ...sum, formula: `${sum.formula}, x and y the mean ranks of those who share a category` };
}

export function linearTrendSum(table: Crosstab): Sum {
  const r = pearsonRSum(table);
  const result = (table.N - 1) * r.result ** 2;
  return {
    formula: 'M² = (N − 1) r², 1 df',
    steps: [
      ...r.steps,
      `M² = (${figure(table.N)} − 1) × ${figure(r.result)}² = ${figure(result)}`,
      `p = P(χ² with 1 df ≥ ${figure(result)}) = ${figure(chiSquareSurvival(result, 1))}`,
    ],
    result,
  };
}

export function cochranArmitageSum(given: Crosstab): Sum {
  const table = given.R.length === 2 ? given : transpose(given);
  const { n, R, C, N } = table;
  const y = table.scores.columns;
  const mean = total(C.map((c, j) => c * y[j]!)) / N;
  const rise = total(n[0]!.map((count, j) => count * (y[j]! - mean)));
  const spread = total(C.map((c, j) => c * (y[j]! - mean) ** 2));
  const p = R[0]! / N;
  const result = rise / Math.sqrt(p * (1 - p) * spread);
  return {
    formula: 'z = Σ n₁ (y − ȳ) / √[p (1 − p) Σ C (y − ȳ)²], p the overall share',
    steps: [
      `p = ${figure(R[0]!)} / ${figure(N)} = ${figure(p)}; ȳ = ${figure(mean)}`,
      'Σ n₁ (y − ȳ) = ' +
        `${terms(n[0]!.map((count, j) => `${figure(count)} × (${figure(y[j]!)} − ${figure(mean)})`))} = ` +
        figure(rise),
      `Σ C (y − ȳ)² = ${terms(C.map((c, j) => `${figure(c)} × (${figure(y[j]!)} − ${figure(mean)})²`))} = ` +
        figure(spread),
      `two-sided p = ${figure(normalTwoSided(result))}`,
      `z = ${figure(rise)} / √(${figure(p)} × ${figure(1 - p)} × ${figure(spread)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** Mean scores of the groups in the rows on the midranks of the columns. */
export function meanScoresSum({ n, R, C, N }: Crosstab): Sum {
  const ranks = midranks(C);
  const mean = (N + 1) / 2;
  const means = n.map((row, i) => total(row.map((count, j) => count * ranks[j]!)) / R[i]!);
  const between = total(R.map((r, i) => r * (means[i]! - mean) ** 2));
  const whole = total(C.map((c, j) => c * (ranks[j]! - mean) ** 2));
  const result = ((N - 1) * between) / whole;
  const df = R.length - 1;
  return {
    formula: 'H = (N − 1) × sum of squares of the ranks between the groups / whole sum of squares of the ranks',
    steps: [
      `midranks of the ordered categories: ${terms(ranks.map(figure), '; ')}; mean rank (N + 1)/2 = ${figure(mean)}`,
      `mean ranks of the groups: ${terms(means.map(figure), '; ')}`,
      `between: ${terms(R.map((r, i) => `${figure(r)} × (${figure(means[i]!)} − ${figure(mean)})²`))} = ` +
        figure(between),
      `whole: ${terms(C.map((c, j) => `${figure(c)} × (${figure(ranks[j]!)} − ${figure(mean)})²`))} = ${figure(whole)}`,
      `H = (${figure(N)} − 1) × ${figure(between)} / ${figure(whole)} = ${figure(result)}`,
      `p = P(χ² with ${df} df ≥ ${figure(result)}) = ${figure(chiSquareSurvival(result, df))}`,
    ],
    result,
  };
}

export function etaSum(given: Crosstab, direction: 'rows' | 'columns'): Sum {
  const table = direction === 'columns' ? given : transpose(given);
  const { n, R, C, N } = table;
  const y = table.scores.columns;
  const mean = total(C.map((c, j) => c * y[j]!)) / N;
  const means = n.map((row, i) => total(row.map((count, j) => count * y[j]!)) / R[i]!);
  const between = total(R.map((r, i) => r * (means[i]! - mean) ** 2));
  const whole = total(C.map((c, j) => c * (y[j]! - mean) ** 2));
  const result = Math.sqrt(between / whole);
  const groups = direction === 'columns' ? 'rows' : 'columns';
  return {
    formula: `η = √(sum of squares between the ${groups} / whole sum of squares)`,
    steps: [
      `scores ${terms(y.map(figure), '; ')}; overall mean ${figure(mean)}; means of the ${groups}: ` +
        terms(means.map(figure), '; '),
      `between: ${terms(R.map((r, i) => `${figure(r)} × (${figure(means[i]!)} − ${figure(mean)})²`))} = ` +
        figure(between),
      `whole: ${terms(C.map((c, j) => `${figure(c)} × (${figure(y[j]!)} − ${figure(mean)})²`))} = ${figure(whole)}`,
      `η = √(${figure(between)} / ${figure(whole)}) = ${figure(result)}`,
    ],
    result,
  };
}
