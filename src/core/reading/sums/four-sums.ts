import { type Crosstab, fourCells } from '../../crosstab.js';
import { fisher } from '../../infer/fisher.js';
import { isAbsent } from '../../infer/result.js';
import { chiSquareSurvival, logFactorial } from '../../numerics/distributions.js';
import { figure, type Sum, terms, total } from './types.js';

export function oddsRatioSum(table: Crosstab): Sum {
  const [a, b, c, d] = fourCells(table);
  const result = (a * d) / (b * c);
  const error = Math.sqrt(1 / a + 1 / b + 1 / c + 1 / d);
  return {
    formula: 'OR = ad / bc',
    steps: [
      ...(table.survey || !(result > 0)
        ? []
        : [
            `standard error of ln OR = √(1/${figure(a)} + 1/${figure(b)} + 1/${figure(c)} + 1/${figure(d)}) = ` +
              `${figure(error)}; the interval is OR × e^(± 1.96 × ${figure(error)})`,
          ]),
      `OR = (${figure(a)} × ${figure(d)}) / (${figure(b)} × ${figure(c)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** @param table groups in the rows */
function shares(table: Crosstab) {
  const [a, , c] = fourCells(table);
  const [r1, r2] = [table.R[0]!, table.R[1]!];
  return {
    first: a / r1,
    second: c / r2,
    line:
      `shares of the two groups: ${figure(a)} / ${figure(r1)} = ${figure(a / r1)}, and ${figure(c)} / ` +
      `${figure(r2)} = ${figure(c / r2)}`,
  };
}

export function riskRatioSum(table: Crosstab): Sum {
  const { first, second, line } = shares(table);
  const result = first / second;
  return {
    formula: 'RR = share in the first group / share in the second',
    steps: [line, `RR = ${figure(first)} / ${figure(second)} = ${figure(result)}`],
    result,
  };
}

export function riskDifferenceSum(table: Crosstab): Sum {
  const { first, second, line } = shares(table);
  const result = first - second;
  return {
    formula: 'RD = share in the first group − share in the second',
    steps: [line, `RD = ${figure(first)} − ${figure(second)} = ${figure(result)}`],
    result,
  };
}

export function yuleQSum(table: Crosstab): Sum {
  const [a, b, c, d] = fourCells(table);
  const result = (a * d - b * c) / (a * d + b * c);
  return {
    formula: 'Q = (ad − bc) / (ad + bc)',
    steps: [
      `ad = ${figure(a * d)}; bc = ${figure(b * c)}`,
      `Q = (${figure(a * d)} − ${figure(b * c)}) / (${figure(a * d)} + ${figure(b * c)}) = ${figure(result)}`,
    ],
    result,
  };
}

export function yuleYSum(table: Crosstab): Sum {
  const [a, b, c, d] = fourCells(table);
  const [same, cross] = [Math.sqrt(a * d), Math.sqrt(b * c)];
  const result = (same - cross) / (same + cross);
  return {
    formula: 'Y = (√(ad) − √(bc)) / (√(ad) + √(bc))',
    steps: [
      `√(ad) = ${figure(same)}; √(bc) = ${figure(cross)}`,
      `Y = (${figure(same)} − ${figure(cross)}) / (${figure(same)} + ${figure(cross)}) = ${figure(result)}`,
    ],
    result,
  };
}

/** Fisher's p of 2 x 2: the probability of the observed table, and what is added up. */
export function fisherSum(table: Crosstab): Sum | null {
  const found = fisher(table);
  if (isAbsent(found)) return null;
  const [a, b, c, d] = fourCells(table);
  const [r1, r2, c1, c2] = [table.R[0]!, table.R[1]!, table.C[0]!, table.C[1]!];
  const log = total([r1, r2, c1, c2].map(logFactorial)) - total([table.N, a, b, c, d].map(logFactorial));
  const low = Math.max(0, r1 + c1 - table.N);
  const high = Math.min(r1, c1);
  return {
    formula:
      'P(table) = R₁! R₂! C₁! C₂! / (N! a! b! c! d!); p = Σ P over the tables with these totals that are no likelier',
    steps: [
      `P(observed) = ${[r1, r2, c1, c2].map((x) => `${figure(x)}!`).join(' ')} / ` +
        `(${[table.N, a, b, c, d].map((x) => `${figure(x)}!`).join(' ')}) = ${figure(Math.exp(log))}`,
      `tables with these totals: ${figure(high - low + 1)}, the first cell from ${figure(low)} to ${figure(high)}`,
      `p = the sum of P over those whose P is no more than ${figure(Math.exp(log))} = ${figure(found.p)}`,
    ],
    result: found.p,
  };
}

export function mcnemarSum(square: Crosstab): Sum {
  const [b, c] = [square.n[0]![1]!, square.n[1]![0]!];
  const result = (b - c) ** 2 / (b + c);
  return {
    formula: 'X² = (b − c)² / (b + c), b and c those who changed, 1 df',
    steps: [
      `X² = (${figure(b)} − ${figure(c)})² / (${figure(b)} + ${figure(c)}) = ${figure(result)}`,
      `p = P(χ² with 1 df ≥ ${figure(result)}) = ${figure(chiSquareSurvival(result, 1))}`,
    ],
    result,
  };
}

export function bowkerSum(square: Crosstab): Sum {
  const pairs = square.n.flatMap((row, i) =>
    row.slice(i + 1).map((there, k) => ({ there, back: square.n[i + 1 + k]![i]! })),
  );
  const used = pairs.filter(({ there, back }) => there + back > 0);
  const result = total(used.map(({ there, back }) => (there - back) ** 2 / (there + back)));
  const quotients = used.map(
    ({ there, back }) => `(${figure(there)} − ${figure(back)})² / (${figure(there)} + ${figure(back)})`,
  );
  return {
    formula: 'X² = Σ (n_ij − n_ji)² / (n_ij + n_ji) over the pairs of categories that anyone is in',
    steps: [
      `X² = ${terms(quotients)} = ${figure(result)}`,
      `df = ${used.length} pairs; p = ${figure(chiSquareSurvival(result, used.length))}`,
    ],
    result,
  };
}

/** @param power 0: kappa; 1, 2: linear and quadratic weights */
export function kappaSum(square: Crosstab, power: 0 | 1 | 2): Sum {
  const { n, R, C, N } = square;
  const k = R.length;
  const w = (i: number, j: number) => (power === 0 ? Number(i === j) : 1 - (Math.abs(i - j) / (k - 1)) ** power);
  const observed = total(n.flatMap((row, i) => row.map((count, j) => w(i, j) * count))) / N;
  const expected = total(R.flatMap((r, i) => C.map((c, j) => w(i, j) * r * c))) / N ** 2;
  const result = (observed - expected) / (1 - expected);
  const weights = { 0: '', 1: ', w = 1 − |i − j|/(k − 1)', 2: ', w = 1 − (i − j)²/(k − 1)²' }[power];
  return {
    formula: `κ = (Po − Pe) / (1 − Pe)${weights}`,
    steps: [
      power === 0
        ? `Po = (${terms(n.map((row, i) => figure(row[i]!)))}) / ${figure(N)} = ${figure(observed)}`
        : `Po = Σ w n / N = ${figure(observed)}`,
      power === 0
        ? `Pe = (${terms(R.map((r, i) => `${figure(r)} × ${figure(C[i]!)}`))}) / ${figure(N)}² = ${figure(expected)}`
        : `Pe = Σ w R C / N² = ${figure(expected)}`,
      `κ = (${figure(observed)} − ${figure(expected)}) / (1 − ${figure(expected)}) = ${figure(result)}`,
    ],
    result,
  };
}
