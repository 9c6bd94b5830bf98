import { titleOf } from '../codebook/types.js';
import { effectiveBase, figuresOf, mentionShare, type Percent, share } from './share.js';
import type { Table, Totals } from './tabulate.js';

/** A cell of a flat table for a file: text, a number, or nothing. */
export type GridCell = string | number | null;

const PERCENT_WORDS: Record<Percent, string> = {
  column: 'column %',
  row: 'row %',
  total: 'total %',
  mentions: '% of mentions',
};

/** Counts as they are, sums of weights to four decimals. */
const exact = (value: number) => Math.round(value * 1e4) / 1e4;

const place = (mean: number): GridCell => (Number.isFinite(mean) ? exact(mean) : null);

function rounded(part: number | null): number | null {
  return part === null ? null : Math.round(part * 1e6) / 1e4;
}

/** A figure of the cells beside counts and percentages, in the table's own shape: "adjusted residual". */
export interface CellFigure {
  name: string;
  cells: readonly (readonly (number | null)[])[];
}

/**
 * A table as lines for a file: the sentence, a heading, a line for each category, the totals, the base and who was
 * left out. Counts and percentages never share a column; percentages say what they are of.
 */
export function toGrid(
  table: Table,
  title: string,
  percent: Percent,
  figuresAsked: readonly CellFigure[] = [],
): GridCell[][] {
  const { rows, columns, mentions } = table;
  const groups = columns?.categories.map(({ label }) => label) ?? [];
  // Of a multiple-response question the shares of mentions stand beside those of respondents anyway.
  const shown: Percent = percent === 'mentions' ? 'column' : percent;
  const shares = mentions && shown === 'column' ? '% of respondents' : PERCENT_WORDS[shown];
  const which: (number | null)[] = [...groups.map((_, j) => j), null];
  const names = [...groups, columns ? 'All' : ''];
  const heading = (name: string, what: string) => (name === '' ? what : `${name}: ${what}`);
  const figures = figuresOf(table);
  const { weighted } = table;
  const count = weighted ? 'weighted n' : mentions ? 'respondents' : 'n';
  const line = (of: Totals) => which.map((j) => exact((j === null ? of.base : of.columnBases[j]) ?? 0));
  const lines: GridCell[][] = [
    [title],
    [
      titleOf(rows.variable),
      ...names.map((name) => heading(name, count)),
      ...names.map((name) => heading(name, shares)),
      ...(mentions ? names.map((name) => heading(name, '% of mentions')) : []),
      ...(table.places ? names.map((name) => heading(name, 'average place of mention')) : []),
      ...figuresAsked.flatMap(({ name: what }) => groups.map((name) => heading(name, what))),
    ],
    ...rows.categories.map((category, i): GridCell[] => [
      category.label,
      ...which.map((j) => exact((j === null ? figures.rowTotals[i] : figures.cells[i]?.[j]) ?? 0)),
      ...which.map((j) => rounded(share(table, shown, i, j))),
      ...(mentions ? which.map((j) => rounded(mentionShare(table, i, j))) : []),
      ...(table.places
        ? which.map((j) => place((j === null ? table.places?.all[i] : table.places?.cells[i]?.[j]) ?? NaN))
        : []),
      ...figuresAsked.flatMap(({ cells }) => groups.map((_, j) => cells[i]?.[j] ?? null)),
    ]),
    [
      `${mentions ? 'Respondents who answered' : 'Base'}${weighted ? ' (respondents, unweighted)' : ''}`,
      ...line(table),
    ],
  ];
  if (weighted) {
    lines.push(['Weighted base', ...line(weighted.sums)]);
    lines.push(['Effective base', ...which.map((j) => exact(effectiveBase(table, j)))]);
  }
  if (figures.mentions) {
    const { columns: each, total } = figures.mentions;
    lines.push([
      weighted ? 'Weighted mentions' : 'Mentions',
      ...which.map((j) => exact((j === null ? total : each[j]) ?? 0)),
    ]);
    const per = (mentioned: number, base: number) => (base > 0 ? Math.round((1e4 * mentioned) / base) / 1e4 : null);
    lines.push([
      'Mentions per respondent',
      ...which.map((j) => (j === null ? per(total, figures.base) : per(each[j] ?? 0, figures.columnBases[j] ?? 0))),
    ]);
  }
  lines.push([], ['Respondents in the study', table.total]);
  for (const { variable, reason, respondents } of table.leftOut ?? [])
    lines.push([`Left out, ${variable}: ${reason}`, respondents]);
  return lines;
}
