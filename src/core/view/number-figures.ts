import { sayConfidence } from '../level.js';
import type { GroupNumbers } from '../count/types.js';
import type { FigureId } from '../table/figure-choice.js';
import { decimalsOf, limitsOfMean, varianceOf, varianceOfMean } from '../table/group-figures.js';
import { figuresOf } from '../table/share.js';
import type { Table, TableNumbers } from '../table/table.js';
import type { Figure } from './types.js';

const rootOf = (value: number | null) => (value === null ? null : Math.sqrt(value));

/** Of numbers that are all whole, the least and the most are whole too, and a quantile has a half or a quarter. */
const isWhole = ({ all }: TableNumbers) =>
  all !== null && Number.isInteger(all.minimum) && Number.isInteger(all.maximum) && Number.isInteger(2 * all.median);

/**
 * What is shown of a number in groups, in the column of all and in each other; null where nobody is, or a figure needs
 * more than one respondent.
 * @param confidence of the limits of a mean
 */
export function numberFigures(table: Table, numbers: TableNumbers, confidence: number): Figure[] {
  const groups = [numbers.all, ...(table.columns ? numbers.columns : [])];
  const { base, columnBases } = figuresOf(table);
  const weights = [base, ...(table.columns ? columnBases : [])];
  const decimals = decimalsOf(numbers.all);
  const least = isWhole(numbers) ? 0 : decimals;
  const figure = (
    id: FigureId,
    label: string,
    own: number,
    of: (group: GroupNumbers, weight: number) => number | null,
  ): Figure => ({
    id,
    label,
    unit: 'value',
    decimals: own,
    cells: [groups.map((group, k) => group && of(group, weights[k] ?? 0))],
  });
  const level = sayConfidence(confidence);
  const limit = (end: 'lower' | 'upper') => (group: GroupNumbers) => limitsOfMean(group, confidence)?.[end] ?? null;
  return [
    figure('mean', 'mean', decimals, ({ mean }) => mean),
    figure('sd', 'standard deviation', decimals, (group) => rootOf(varianceOf(group))),
    figure('standard-error', 'standard error', Math.min(6, decimals + 1), (group) => rootOf(varianceOfMean(group))),
    figure('mean-lower', `mean from, ${level}`, decimals, limit('lower')),
    figure('mean-upper', `mean to, ${level}`, decimals, limit('upper')),
    figure('median', 'median', least === 0 ? 0 : decimals, ({ median }) => median),
    figure('lower-quartile', 'lower quartile', least, ({ lowerQuartile }) => lowerQuartile),
    figure('upper-quartile', 'upper quartile', least, ({ upperQuartile }) => upperQuartile),
    figure('minimum', 'minimum', least, ({ minimum }) => minimum),
    figure('maximum', 'maximum', least, ({ maximum }) => maximum),
    figure('sum', table.weighted ? 'weighted sum' : 'sum', least, ({ mean }, weight) => mean * weight),
  ];
}
