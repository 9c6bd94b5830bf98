import { share } from '../../table/share.js';
import { percent } from '../words.js';
import { columnLabel, isSignificant, quote, type Read, rowLabel } from './context.js';
import { shownMeasure } from './shown-measure.js';

/** Labels of the answer that one asks about: yes of yes and no, mentioned of mentioned and not. */
const ASKED_ABOUT = /^(yes|true|agree|agrees|mentioned|ticked|selected|chosen|ja|oui|sí|si|sim)\b/i;
const ONE = /^1(\.0+)?$/;
const ZERO = /^0(\.0+)?$/;

/** Which of two categories one asks about: yes of yes and no, 1 of 1 and 0; else the first of them. Of more, null. */
function askedAbout(categories: readonly { code: string; label: string }[]): 0 | 1 | null {
  const [first, second] = categories;
  if (!first || !second || categories.length !== 2) return null;
  const asked = categories.map(({ label }) => ASKED_ABOUT.test(label.trim()));
  if (asked[0] !== asked[1]) return asked[1] ? 1 : 0;
  return ZERO.test(first.code) && ONE.test(second.code) ? 1 : 0;
}

/** The row that a 2 x 2 table is told by: 0 or 1 among those that hold somebody. */
export function askedRow({ table, rowsKept }: Read): 0 | 1 {
  return askedAbout(rowsKept.flatMap((i) => table.rows.categories[i] ?? [])) ?? 0;
}

/**
 * The row whose shares tell an association in a sentence: of two the one that is asked about; of a scale the outer end
 * that differs more between columns; else the row of the strongest cell. A position in the table.
 */
export function toldRow(read: Read, strongest: number | undefined): number {
  const { table, rowsKept, columnsKept, rowsOrdered } = read;
  if (rowsKept.length === 2) return rowsKept[askedRow(read)] ?? 0;
  if (!rowsOrdered) return strongest ?? rowsKept[0] ?? 0;
  const spread = (row: number) => {
    const rates = columnsKept.map((j) => share(table, 'column', row, j) ?? 0);
    return Math.max(...rates) - Math.min(...rates);
  };
  const [low = 0, high = 0] = [rowsKept.at(0), rowsKept.at(-1)];
  return spread(high) > spread(low) ? high : low;
}

/** "“Yes” for 44% where Site is “Mill Row”", of the highest and the lowest column. */
export function contrastOf(read: Read, row: number): string {
  const { table, columnsKept, columnTitle, rowTitle } = read;
  const rate = (j: number) => share(table, 'column', row, j) ?? 0;
  const ranked = [...columnsKept].sort((a, b) => rate(b) - rate(a));
  const [top, bottom] = [ranked.at(0) ?? 0, ranked.at(-1) ?? 0];
  const label = (j: number) => quote(table.columns?.categories[j]?.label ?? '');
  const answer = quote(table.rows.categories[row]?.label ?? '');
  const most = `${percent(rate(top))} where ${columnTitle} is ${label(top)}`;
  const least = `${percent(rate(bottom))} where it is ${label(bottom)}`;
  return `${rowTitle} is ${answer} for ${most}, and for ${least}`;
}

/** Which end of one ordered variable goes with which end of the other, by the sign of tau-b. */
export function orderedDirection(read: Read): string | null {
  const tau = read.result.measures['kendall-tau-b']?.value ?? 0;
  if (tau === 0) return null;
  const [near, far] = tau > 0 ? [0, -1] : [-1, 0];
  const [first, last] = [quote(columnLabel(read, 0)), quote(columnLabel(read, -1))];
  const [withFirst, withLast] = [quote(rowLabel(read, near)), quote(rowLabel(read, far))];
  return `${read.columnTitle} nearer ${first} goes with ${read.rowTitle} nearer ${withFirst}, and nearer ${last} with nearer ${withLast}`;
}

/** Which category goes with which in a 2 x 2 table, by the sign of phi. */
function fourDirection(read: Read): string | null {
  const phi = read.result.measures.phi?.value ?? 0;
  if (phi === 0) return null;
  const row = askedRow(read);
  const column = phi > 0 ? row : 1 - row;
  const pair = `${read.rowTitle} ${quote(rowLabel(read, row))} goes with ${read.columnTitle} ${quote(columnLabel(read, column))}`;
  const first = `${quote(rowLabel(read, 0))} and ${quote(columnLabel(read, 0))}`;
  return `${pair}: φ is ${phi > 0 ? 'above' : 'below'} 0 because ${first} come first in their codes`;
}

/** The column in which a row's share is above its overall share by the most. */
function moreOften({ table, result, rowsKept, columnsKept, rowTitle, columnTitle, confidence }: Read): string | null {
  const { cells } = result;
  if (!cells) return null;
  const best = cells.adjustedResidual
    .flatMap((row, i) => row.map((residual, j) => ({ i, j, residual, p: cells.adjustedP[i]?.[j] ?? 1 })))
    .sort((a, b) => b.residual - a.residual)[0];
  if (!best || best.p >= 1 - confidence) return null;
  const [row = 0, column = 0] = [rowsKept[best.i], columnsKept[best.j]];
  const [label, answer] = [table.columns?.categories[column]?.label ?? '', table.rows.categories[row]?.label ?? ''];
  return `Where ${columnTitle} is ${quote(label)}, ${rowTitle} is ${quote(answer)} more often: ${percent(share(table, 'column', row, column) ?? 0)}, against ${percent(share(table, 'column', row, null) ?? 0)} overall`;
}

/** Which way an association runs, by the labels and not by the sign; empty where none is shown. */
export function directions(read: Read): string[] {
  if (!isSignificant(read)) return [];
  const { rowsOrdered, columnsOrdered, twoByTwo } = read;
  if (twoByTwo) {
    const way = fourDirection(read);
    return [`${contrastOf(read, toldRow(read, undefined))}.`, ...(way === null ? [] : [`${way}.`])];
  }
  if (rowsOrdered && columnsOrdered) {
    const way = orderedDirection(read);
    return way === null ? [] : [`${way}.`];
  }
  const way = rowsOrdered ? contrastOf(read, toldRow(read, undefined)) : moreOften(read);
  return way === null ? [] : [`${way}.`];
}

/**
 * Of which answer, and between which groups, the figures of a 2 x 2 table are: they compare the row that is asked about
 * in the column that comes with it in scale order against the other, which gives the same odds ratio and difference.
 */
export function fourNames(read: Read): Partial<Record<'odds-ratio' | 'risk-ratio' | 'risk-difference', string>> {
  const row = askedRow(read);
  const between = (column: number, word: string) =>
    `${read.columnTitle} ${quote(columnLabel(read, column))} ${word} ${quote(columnLabel(read, 1 - column))}`;
  const answer = (k: number) => `${read.rowTitle} ${quote(rowLabel(read, k))}`;
  return {
    'odds-ratio': `Odds ratio of ${answer(row)}, ${between(row, 'against')}`,
    'risk-difference': `Risk difference of ${answer(row)}, ${between(row, 'less')}`,
    // A ratio of shares is another one for the other answer, so it stays with the first.
    'risk-ratio': `Risk ratio of ${answer(0)}, ${between(0, 'against')}`,
  };
}

/** What share of the errors gamma saves in telling who stands higher; null where no association is shown. */
export function sayGuess(read: Read): string | null {
  const gamma = shownMeasure('gamma', read);
  if (!isSignificant(read) || !gamma || Math.abs(gamma.value) <= 0.0005) return null;
  return `Of two respondents who differ on both, guessing who stands higher on ${read.rowTitle} by ${read.columnTitle} saves ${percent(Math.abs(gamma.value))} of the errors.`;
}
