import { total } from '../numerics/total.js';
import type { Crosstab } from '../crosstab.js';
import { figure, terms } from '../statistic/worked-example.js';
import { countPairs } from './pairs.js';

/** Pairs ordered alike and the other way, each counted twice, with the lines that lead to them. */
export function pairLines(table: Crosstab) {
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

export function untied(name: string, totals: readonly number[], N: number) {
  const value = N ** 2 - squares(totals);
  return {
    value,
    line: `pairs not tied on the ${name}: N² − (${terms(totals.map((t) => `${figure(t)}²`))}) = ${figure(value)}`,
  };
}
