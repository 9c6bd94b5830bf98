import { levelOf } from '../../level.js';
import type { MeasureId } from '../../statistic/registry.js';
import { percent } from '../words.js';
import { columnLabel, isSignificant, quote, type Read, rowLabel } from './context.js';
import { shownMeasure } from './shown-measure.js';
import { sidesOf } from './sides.js';

/** Labels of the answer that one asks about: yes of yes and no, mentioned of mentioned and not. */
const ASKED_ABOUT = /^(yes|true|agree|agrees|mentioned|ticked|selected|chosen|ja|oui|sí|si|sim)\b/i;
const ONE = /^1(\.0+)?$/;
const ZERO = /^0(\.0+)?$/;

/**
 * The category of two that a reader asks about: "yes" beside "no", 1 beside 0, else the first. Null for more than two.
 */
function askedAbout(categories: readonly { code: string; label: string }[]): 0 | 1 | null {
  const [first, second] = categories;
  if (!first || !second || categories.length !== 2) return null;
  const asked = categories.map(({ label }) => ASKED_ABOUT.test(label.trim()));
  if (asked[0] !== asked[1]) return asked[1] ? 1 : 0;
  return ZERO.test(first.code) && ONE.test(second.code) ? 1 : 0;
}

/** The row that a 2 x 2 table is told by: 0 or 1 among those that hold somebody. */
function askedRow({ table, rowsKept }: Read): 0 | 1 {
  return askedAbout(rowsKept.flatMap((i) => table.rows.categories[i] ?? [])) ?? 0;
}

/**
 * The answer whose shares tell an association in a sentence: of two the one that is asked about; of a scale the outer
 * end that differs more between the groups; else that of the strongest cell. A position among the answers told.
 */
export function toldAnswer(read: Read, strongest: { row: number; column: number } | undefined): number {
  const { told, groups, rate, place } = sidesOf(read);
  if (told.kept.length === 2) {
    const asked = askedAbout(told.kept.flatMap((k) => told.categories[k] ?? [])) ?? 0;
    return told.kept[asked] ?? 0;
  }
  if (!told.ordered) return strongest ? place(strongest).answer : (told.kept[0] ?? 0);
  const spread = (answer: number) => {
    const rates = groups.kept.map((group) => rate(answer, group));
    return Math.max(...rates) - Math.min(...rates);
  };
  const [low = 0, high = 0] = [told.onScale.at(0), told.onScale.at(-1)];
  return spread(high) > spread(low) ? high : low;
}

/** "Uses the tap is “Yes” for 44% where Site is “Mill Row”", of the groups with the highest and the lowest share. */
export function contrastOf(read: Read, answer: number): string {
  const { told, groups, rate } = sidesOf(read);
  const ranked = [...groups.kept].sort((a, b) => rate(answer, b) - rate(answer, a));
  const [top, bottom] = [ranked.at(0) ?? 0, ranked.at(-1) ?? 0];
  const label = (group: number) => quote(groups.categories[group]?.label ?? '');
  const most = `${percent(rate(answer, top))} where ${groups.title} is ${label(top)}`;
  const least = `${percent(rate(answer, bottom))} where it is ${label(bottom)}`;
  return `${told.title} is ${quote(told.categories[answer]?.label ?? '')} for ${most}, and for ${least}`;
}

/** Which end of one ordered variable goes with which end of the other, by the sign of tau-b. */
export function orderedDirection(read: Read): string | null {
  const tau = read.result.measures['kendall-tau-b']?.value ?? 0;
  if (tau === 0) return null;
  const [near, far] = tau > 0 ? [0, -1] : [-1, 0];
  const { table, rowsOnScale, columnsOnScale } = read;
  const row = (k: number) => quote(table.rows.categories[rowsOnScale.at(k) ?? 0]?.label ?? '');
  const column = (k: number) => quote(table.columns?.categories[columnsOnScale.at(k) ?? 0]?.label ?? '');
  const [first, last] = [column(0), column(-1)];
  const [withFirst, withLast] = [row(near), row(far)];
  return (
    `${read.columnTitle} nearer ${first} goes with ${read.rowTitle} nearer ${withFirst}, and nearer ${last} ` +
    `with nearer ${withLast}`
  );
}

/** Which category goes with which in a 2 x 2 table, by the sign of phi. */
function fourDirection(read: Read): string | null {
  const phi = read.result.measures.phi?.value ?? 0;
  if (phi === 0) return null;
  const row = askedRow(read);
  const column = phi > 0 ? row : 1 - row;
  const pair =
    `${read.rowTitle} ${quote(rowLabel(read, row))} goes with ${read.columnTitle} ` + quote(columnLabel(read, column));
  const first = `${quote(rowLabel(read, 0))} and ${quote(columnLabel(read, 0))}`;
  return `${pair}: φ is ${phi > 0 ? 'above' : 'below'} 0 because ${first} come first in their codes`;
}

/** The group in which an answer's share is above its overall share by the most. */
function moreOften(read: Read): string | null {
  const { result, rowsKept, columnsKept, confidence } = read;
  const { cells } = result;
  if (!cells) return null;
  const best = cells.adjustedResidual
    .flatMap((row, i) => row.map((residual, j) => ({ i, j, residual, p: cells.adjustedP[i]?.[j] ?? 1 })))
    .sort((a, b) => b.residual - a.residual)[0];
  if (!best || best.p >= levelOf(confidence)) return null;
  const { told, groups, rate, place } = sidesOf(read);
  const { answer, group } = place({ row: rowsKept[best.i] ?? 0, column: columnsKept[best.j] ?? 0 });
  const where = `Where ${groups.title} is ${quote(groups.categories[group]?.label ?? '')}`;
  const is = `${told.title} is ${quote(told.categories[answer]?.label ?? '')} more often`;
  return `${where}, ${is}: ${percent(rate(answer, group))}, against ${percent(rate(answer, null))} overall`;
}

/** Which way an association runs, by the labels and not by the sign; empty where none is shown. */
export function directions(read: Read): string[] {
  if (!isSignificant(read)) return [];
  const { rowsOrdered, columnsOrdered, twoByTwo } = read;
  if (twoByTwo) {
    const way = fourDirection(read);
    return [`${contrastOf(read, toldAnswer(read, undefined))}.`, ...(way === null ? [] : [`${way}.`])];
  }
  if (rowsOrdered && columnsOrdered) {
    const way = orderedDirection(read);
    return way === null ? [] : [`${way}.`];
  }
  const way = sidesOf(read).told.ordered ? contrastOf(read, toldAnswer(read, undefined)) : moreOften(read);
  return way === null ? [] : [`${way}.`];
}

/**
 * Of which answer, and between which groups, the figures of a 2 x 2 table are: they compare the row that is asked about
 * in the column that comes with it in scale order against the other, which gives the same odds ratio and difference.
 */
export function fourNames(read: Read): Partial<Record<MeasureId, string>> {
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
  return (
    `Of two respondents who differ on both, guessing who stands higher on ${read.rowTitle} by ` +
    `${read.columnTitle} saves ${percent(Math.abs(gamma.value))} of the errors.`
  );
}
