import { figure, terms } from '../../statistic/worked-example.js';
import type { TestResult } from '../result.js';

export const factorials = (values: readonly number[]) =>
  terms(
    values.map((x) => `${figure(x)}!`),
    ' ',
  );

/** How the p of a test over all tables was come by, told of the tables that `those` says count. */
export function overTables({ p, sampling }: TestResult, those: string): string {
  if (sampling?.method !== 'monte-carlo')
    return `p = Σ P over all tables with these totals ${those} = ${figure(p)} (${figure(sampling?.work ?? 0)} steps)`;
  const draws = sampling.draws ?? 0;
  const hits = Math.round(p * (1 + draws)) - 1;
  return (
    `of ${figure(draws)} tables drawn with these totals, ${figure(hits)} are ones ${those}: p = (1 + ` +
    `${figure(hits)}) / (1 + ${figure(draws)}) = ${figure(p)}`
  );
}

export const TABLE_PROBABILITY = 'P(table) = Π R! Π C! / (N! Π n!)';
