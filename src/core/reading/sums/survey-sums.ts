import type { Crosstab } from '../../crosstab.js';
import { equalMention, type Mentions } from '../../infer/equal-mention.js';
import { raoScottParts } from '../../infer/rao-scott.js';
import { isAbsent, type TestResult } from '../../infer/result.js';
import { figure, type Sum, terms, total } from './types.js';

/** Rao and Scott's F of a weighted table: X² of the shares, the design effects, and what they make of it. */
export function raoScottSum({ n, R, C, N, survey }: Crosstab, found: TestResult): Sum | null {
  if (!survey || found.statistic === undefined) return null;
  const parts = raoScottParts({ n, R, C, N, survey, scores: { rows: [], columns: [] } });
  const m = parts.trace / parts.D;
  const spread = (parts.squares / parts.D - m * m) / (m * m);
  const shares = n.flatMap((row, i) => row.map((w, j) => ({ p: w / N, e: (R[i]! / N) * (C[j]! / N) })));
  return {
    formula:
      'F = X² / (D m), X² = n Σ (p − e)² / e with weighted shares p and e = p_row p_column; m is the mean of ' +
      'the D = (r − 1)(c − 1) design effects d, a² their variance over m²; df1 = D/(1 + a²), df2 = df1 (n − ' +
      '1)',
    steps: [
      `X² = ${figure(parts.n)} × ` +
        `[${terms(shares.map(({ p, e }) => `(${figure(p)} − ${figure(e)})² / ${figure(e)}`))}] = ` +
        figure(parts.pearson),
      `D = ${R.length - 1} × ${C.length - 1} = ${parts.D}`,
      `Σ d = ${figure(parts.trace)}, so m = ${figure(parts.trace)} / ${parts.D} = ${figure(m)}: chance alone ` +
        `makes X² ${figure(m)} times as large as without weights`,
      `Σ d² = ${figure(parts.squares)}, so a² = (${figure(parts.squares)} / ${parts.D} − ${figure(m)}²) / ` +
        `${figure(m)}² = ${figure(Math.max(0, spread))}`,
      `df1 = ${parts.D} / (1 + ${figure(Math.max(0, spread))}) = ${figure(found.df1 ?? 0)}; df2 = ` +
        `${figure(found.df1 ?? 0)} × (${figure(parts.n)} − 1) = ${figure(found.df2 ?? 0)}`,
      `F = ${figure(parts.pearson)} / (${parts.D} × ${figure(m)}) = ${figure(found.statistic)}; p = ${figure(found.p)}`,
    ],
    result: found.statistic,
  };
}

/** The overall test of a multiple-response question: the options' own X², and the correction for overlap. */
export function equalMentionSum(mentions: Mentions): Sum | null {
  const { result, left, trace, squares } = equalMention(mentions);
  if (isAbsent(result) || trace === undefined || squares === undefined || result.statistic === undefined) return null;
  const groups = mentions.groups.filter(({ n }) => n > 0);
  const n = total(groups.map((group) => group.n));
  const W = total(groups.map(({ weight }) => weight));
  const own = Array.from({ length: mentions.options }, (_, j) => {
    if (left.includes(j)) return null;
    const all = total(groups.map(({ together }) => together[j]![j]!)) / W;
    const sum = total(groups.map(({ weight, together }) => (weight / W) * (together[j]![j]! / weight - all) ** 2));
    return (n * sum) / (all * (1 - all));
  }).filter((x) => x !== null);
  const raw = result.raw ?? 0;
  return {
    formula:
      'X² = Σ of the options’ own X², n Σ f (π_g − π)² / (π(1 − π)) over the groups; respondents in several ' +
      'rows make it vary more than chi-square, by design effects d: X² Σd / Σd² on (Σd)² / Σd² degrees of ' +
      'freedom',
    steps: [
      `X² = ${terms(own.map(figure))} = ${figure(raw)}`,
      `Σ d = ${figure(trace)}; Σ d² = ${figure(squares)}`,
      `df = ${figure(trace)}² / ${figure(squares)} = ${figure(result.df ?? 0)}`,
      `corrected: ${figure(raw)} × ${figure(trace)} / ${figure(squares)} = ${figure(result.statistic)}; p = ` +
        figure(result.p),
    ],
    result: result.statistic,
  };
}
