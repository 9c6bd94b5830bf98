import { type Crosstab, fourCells } from '../../crosstab.js';
import { chiSquareSurvival } from '../../numerics/distributions.js';
import { figure, type Sum, terms, total } from './types.js';

/** Cells with their counts and expectations, row by row. */
function cellsOf({ n, R, C, N }: Crosstab) {
  return n.flatMap((row, i) => row.map((count, j) => ({ i, j, n: count, r: R[i]!, c: C[j]!, e: (R[i]! * C[j]!) / N })));
}

const pLine = (statistic: number, df: number) =>
  `p = P(χ² with ${df} df ≥ ${figure(statistic)}) = ${figure(chiSquareSurvival(statistic, df))}`;

const dfOf = ({ R, C }: Crosstab) => (R.length - 1) * (C.length - 1);
const dfLine = (table: Crosstab) => `df = (${table.R.length} − 1)(${table.C.length} − 1) = ${dfOf(table)}`;

/** The lines up to X², which several statistics begin with. */
function pearsonLines(table: Crosstab): { lines: string[]; value: number } {
  const cells = cellsOf(table);
  const value = total(cells.map(({ n, e }) => (n - e) ** 2 / e));
  return {
    value,
    lines: [
      `e = R × C / N: ${terms(
        cells.map(({ r, c, e }) => `${figure(r)} × ${figure(c)} / ${figure(table.N)} = ${figure(e)}`),
        '; ',
      )}`,
      `X² = ${terms(cells.map(({ n, e }) => `(${figure(n)} − ${figure(e)})² / ${figure(e)}`))} = ${figure(value)}`,
    ],
  };
}

export function pearsonSum(table: Crosstab): Sum {
  const { lines, value } = pearsonLines(table);
  return {
    formula: 'X² = Σ (n − e)² / e over all cells, with e = R × C / N',
    steps: [...lines, dfLine(table), pLine(value, dfOf(table))],
    result: value,
  };
}

export function likelihoodRatioSum(table: Crosstab): Sum {
  const cells = cellsOf(table).filter(({ n }) => n > 0);
  const sum = total(cells.map(({ n, e }) => n * Math.log(n / e)));
  return {
    formula: 'G² = 2 Σ n ln(n / e) over the cells that someone is in, with e = R × C / N',
    steps: [
      `Σ = ${terms(cells.map(({ n, e }) => `${figure(n)} ln(${figure(n)} / ${figure(e)})`))} = ${figure(sum)}`,
      `G² = 2 × ${figure(sum)} = ${figure(2 * sum)}`,
      dfLine(table),
      pLine(2 * sum, dfOf(table)),
    ],
    result: 2 * sum,
  };
}

export function yatesSum(table: Crosstab): Sum {
  const [a, b, c, d] = fourCells(table);
  const [r1, r2, c1, c2] = [table.R[0]!, table.R[1]!, table.C[0]!, table.C[1]!];
  const excess = Math.max(0, Math.abs(a * d - b * c) - table.N / 2);
  const value = (table.N * (excess / (r1 * r2)) * excess) / (c1 * c2);
  return {
    formula: 'X² = N × max(0, |ad − bc| − N/2)² / (R₁R₂C₁C₂)',
    steps: [
      `|ad − bc| = |${figure(a)} × ${figure(d)} − ${figure(b)} × ${figure(c)}| = ${figure(Math.abs(a * d - b * c))}`,
      `less N/2 = ${figure(table.N / 2)}, not below 0: ${figure(excess)}`,
      `X² = ${figure(table.N)} × ${figure(excess)}² / (${figure(r1)} × ${figure(r2)} × ${figure(c1)} × ` +
        `${figure(c2)}) = ${figure(value)}`,
      pLine(value, 1),
    ],
    result: value,
  };
}

/** X²/N, with the lines that lead to it. */
function meanSquare(table: Crosstab) {
  const { lines, value } = pearsonLines(table);
  const phi2 = value / table.N;
  return { phi2, lines: [...lines, `X² / N = ${figure(value)} / ${figure(table.N)} = ${figure(phi2)}`] };
}

export function phiSum(table: Crosstab): Sum {
  if (table.R.length !== 2 || table.C.length !== 2) {
    const { phi2, lines } = meanSquare(table);
    const result = Math.sqrt(phi2);
    return { formula: 'φ = √(X² / N)', steps: [...lines, `φ = √${figure(phi2)} = ${figure(result)}`], result };
  }
  const [a, b, c, d] = fourCells(table);
  const [r1, r2, c1, c2] = [table.R[0]!, table.R[1]!, table.C[0]!, table.C[1]!];
  const under = Math.sqrt(r1 * r2) * Math.sqrt(c1 * c2);
  const result = (a * d - b * c) / under;
  return {
    formula: 'φ = (ad − bc) / √(R₁R₂C₁C₂)',
    steps: [
      `ad − bc = ${figure(a)} × ${figure(d)} − ${figure(b)} × ${figure(c)} = ${figure(a * d - b * c)}`,
      `√(${figure(r1)} × ${figure(r2)} × ${figure(c1)} × ${figure(c2)}) = ${figure(under)}`,
      `φ = ${figure(a * d - b * c)} / ${figure(under)} = ${figure(result)}`,
    ],
    result,
  };
}

export function contingencySum(table: Crosstab): Sum {
  const { lines, value } = pearsonLines(table);
  const result = Math.sqrt(value / (value + table.N));
  const k = Math.min(table.R.length, table.C.length);
  const most = Math.sqrt((k - 1) / k);
  return {
    formula: 'C = √(X² / (X² + N)); adjusted, divided by √((k − 1)/k), k the smaller number of categories',
    steps: [
      ...lines,
      `adjusted: C / √(${k - 1}/${k}) = ${figure(result)} / ${figure(most)} = ${figure(result / most)}`,
      `C = √(${figure(value)} / (${figure(value)} + ${figure(table.N)})) = ${figure(result)}`,
    ],
    result,
  };
}

export function cramersVSum(table: Crosstab): Sum {
  const { phi2, lines } = meanSquare(table);
  const k = Math.min(table.R.length, table.C.length) - 1;
  const result = Math.sqrt(phi2 / k);
  return {
    formula: 'V = √(X² / (N (k − 1))), k the smaller number of categories',
    steps: [...lines, `V = √(${figure(phi2)} / ${k}) = ${figure(result)}`],
    result,
  };
}

export function cramersVCorrectedSum(table: Crosstab): Sum {
  const { phi2, lines } = meanSquare(table);
  const [r, c] = [table.R.length, table.C.length];
  const N = table.survey?.effectiveBase ?? table.N;
  const less = ((r - 1) * (c - 1)) / (N - 1);
  const unbiased = Math.max(0, phi2 - less);
  const shrunk = (k: number) => k - (k - 1) ** 2 / (N - 1);
  const most = Math.min(shrunk(r), shrunk(c)) - 1;
  const result = Math.sqrt(unbiased / most);
  return {
    formula: 'Ṽ = √(φ̃² / (min(r̃, c̃) − 1)), φ̃² = max(0, X²/N − (r − 1)(c − 1)/(N − 1)), r̃ = r − (r − 1)²/(N − 1)',
    steps: [
      ...lines,
      `φ̃² = ${figure(phi2)} − ${r - 1} × ${c - 1} / (${figure(N)} − 1) = ${figure(unbiased)}`,
      `r̃ = ${r} − ${(r - 1) ** 2} / (${figure(N)} − 1) = ${figure(shrunk(r))}; c̃ = ${figure(shrunk(c))}`,
      `Ṽ = √(${figure(unbiased)} / ${figure(most)}) = ${figure(result)}`,
    ],
    result,
  };
}

export function tschuprowSum(table: Crosstab): Sum {
  const { phi2, lines } = meanSquare(table);
  const root = Math.sqrt(dfOf(table));
  const result = Math.sqrt(phi2 / root);
  return {
    formula: 'T = √(X² / (N √((r − 1)(c − 1))))',
    steps: [...lines, `T = √(${figure(phi2)} / √${dfOf(table)}) = ${figure(result)}`],
    result,
  };
}
