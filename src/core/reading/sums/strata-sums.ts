import type { TestResult } from '../../infer/result.js';
import { excessOf, fittedTo, type StrataForm, type Stratum } from '../../infer/stratified.js';
import { fourCells } from '../../crosstab.js';
import { figure, type Sum, terms, total } from './types.js';

interface Scores {
  rows: readonly number[];
  columns: readonly number[];
}

const FORMULAS: Record<StrataForm, string> = {
  general: 'X² = G′ V⁻¹ G, with G = Σ (n − m) over the strata, m = R C / N, and V the sum of their covariances',
  'row-mean-scores':
    'X² = G′ V⁻¹ G, with G = Σ over the strata of each group’s scores over what its size and the mean score give',
  correlation: 'X² = G² / V, with G = Σ over the strata of Σ n (u − ū)(v − v̄), u and v the scores of rows and columns',
};

const list = (values: readonly number[]) => `(${terms(values.map(figure), '; ')})`;
/** More combinations than this are told by their number. */
const SHOWN = 8;

/** The Mantel-Haenszel statistic in one of its forms: what each stratum adds, and what all come to. */
export function mantelHaenszelSum(
  strata: readonly Stratum[],
  scores: Scores,
  form: StrataForm,
  found: TestResult,
  names: readonly string[] = [],
): Sum | null {
  if (found.statistic === undefined) return null;
  const used = strata.flatMap((stratum, k) =>
    stratum.N < 2 ? [] : [{ stratum, name: names[k] ?? `Stratum ${k + 1}` }],
  );
  const all = excessOf(strata, scores, form);
  const result = found.statistic;
  const end = `df = ${all.excess.length}; p = ${figure(found.p)}`;
  if (all.excess.length === 1) {
    const four = strata[0]?.n.length === 2 && strata[0].n[0]?.length === 2 && form === 'general';
    const parts = used.map(({ stratum, name }) => {
      const { excess, covariance } = excessOf([stratum], scores, form);
      const [a = 0] = stratum.n[0] ?? [];
      const [r = 0] = stratum.R;
      const [c = 0] = stratum.C;
      const first = four ? `${figure(a)} − ${figure(r)} × ${figure(c)} / ${figure(stratum.N)} = ` : '';
      return {
        text: `${name}: n − m = ${first}${figure(excess[0]!)}, variance ${figure(covariance[0]![0]!)}`,
        g: excess[0]!,
        v: covariance[0]![0]!,
      };
    });
    return {
      formula: four
        ? 'X² = (Σ (n₁₁ − m))² / Σ v, with m = R₁C₁/N and v = R₁R₂C₁C₂ / (N²(N − 1)) in each stratum'
        : FORMULAS[form],
      steps: [
        ...(parts.length > 12 ? [`${parts.length} strata add their part each`] : parts.map(({ text }) => text)),
        `G = ${terms(parts.map(({ g }) => figure(g)))} = ${figure(all.excess[0]!)}`,
        `V = ${terms(parts.map(({ v }) => figure(v)))} = ${figure(all.covariance[0]![0]!)}`,
        end,
        `X² = ${figure(all.excess[0]!)}² / ${figure(all.covariance[0]![0]!)} = ${figure(result)}`,
      ],
      result,
    };
  }
  const each = used.map(({ stratum, name }) => `${name}: ${list(excessOf([stratum], scores, form).excess)}`);
  const lines = all.covariance.map((line) => line.map(figure).join(' '));
  return {
    formula: FORMULAS[form],
    steps: [
      ...(each.length > 12 ? [`${each.length} strata add their part each`] : each),
      `G = ${list(all.excess)}`,
      all.excess.length > SHOWN
        ? `V has ${all.excess.length} rows and columns: the covariances of G, added over the strata`
        : `V = [${lines.join(' | ')}]`,
      end,
      `X² = G′ V⁻¹ G = ${figure(result)}`,
    ],
    result,
  };
}

const filled = (strata: readonly Stratum[]) => strata.filter(({ N }) => N > 0);

/** ad/N and bc/N of each stratum, and their ratio. */
export function commonOddsRatioSum(strata: readonly Stratum[]): Sum {
  const four = filled(strata).map((stratum) => ({ cells: fourCells(stratum), N: stratum.N }));
  const sum = (part: (one: (typeof four)[number]) => number) => total(four.map(part));
  const over = sum(({ cells: [a, , , d], N }) => (a / N) * d);
  const under = sum(({ cells: [, b, c], N }) => (b / N) * c);
  return {
    formula: 'OR = Σ (ad/N) / Σ (bc/N) over the strata',
    steps: [
      'Σ ad/N = ' +
        `${terms(four.map(({ cells: [a, , , d], N }) => `${figure(a)} × ${figure(d)} / ${figure(N)}`))} = ` +
        figure(over),
      `Σ bc/N = ${terms(four.map(({ cells: [, b, c], N }) => `${figure(b)} × ${figure(c)} / ${figure(N)}`))} ` +
        `= ${figure(under)}`,
      `OR = ${figure(over)} / ${figure(under)} = ${figure(over / under)}`,
    ],
    result: over / under,
  };
}

/** The first cell of each stratum against the one that the common odds ratio gives. */
export function breslowDaySum(strata: readonly Stratum[], found: TestResult): Sum | null {
  const used = strata.filter(({ R, C }) => [...R, ...C].every((margin) => margin > 0));
  const common = commonOddsRatioSum(strata).result;
  const parts = used.map((stratum) => {
    const { cells, off, variance } = fittedTo(common, stratum);
    return { a: stratum.n[0]![0]!, fitted: cells[0], off, variance };
  });
  const result = total(parts.map(({ off, variance }) => off ** 2 / variance));
  if (found.df === undefined) return null;
  const quotients = parts.map(({ a, fitted, variance }) => `(${figure(a)} − ${figure(fitted)})² / ${figure(variance)}`);
  return {
    formula:
      'X² = Σ (a − A)² / v over the strata, A the first cell that the common OR gives with the same totals, v ' +
      '= 1/(1/A + 1/B + 1/C + 1/D)',
    steps: [
      `common OR = ${figure(common)}`,
      `A: ${terms(
        parts.map(({ fitted }) => figure(fitted)),
        '; ',
      )}`,
      `X² = ${terms(quotients)} = ${figure(result)}`,
      `df = ${used.length} − 1 = ${found.df}; p = ${figure(found.p)}`,
    ],
    result,
  };
}
