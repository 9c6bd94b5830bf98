import { NUMBER } from '../count/number-column.js';
import type { Table } from './table.js';

/** The pictures of a table. */
export const PICTURES = [
  'stacked',
  'bars',
  'diverging',
  'mosaic',
  'dots',
  'slopes',
  'boxes',
  'means',
  'densities',
  'scatter',
] as const;
export type PictureKind = (typeof PICTURES)[number];

/** What each is called. */
export const PICTURE_NAMES: Record<PictureKind, string> = {
  stacked: 'stacked to 100%',
  bars: 'bars',
  diverging: 'parted in the middle',
  mosaic: 'mosaic',
  dots: 'dots with intervals',
  slopes: 'slopes',
  boxes: 'boxes',
  means: 'means with intervals',
  densities: 'densities',
  scatter: 'each respondent',
};

/** What of a kept table stands in the binder, and in files: the table, its picture, or both. */
export const HANDED = ['table', 'both', 'picture'] as const;
export type Handed = (typeof HANDED)[number];

/** What each is called. */
export const HANDED_NAMES: Record<Handed, string> = { table: 'table', both: 'with picture', picture: 'picture' };

/** More answers, or groups, than these are no picture. */
const MOST = 16;
/** From so many answers on a scale has two ends. */
const LEAST_FOR_ENDS = 3;

/**
 * The pictures that suit a table, the usual one first: bars that add up where each respondent is in one row, bars that
 * part in the middle for a scale, lines between two groups; of two numbers each respondent. None of a table of too many
 * answers.
 * @param isBattery the columns are items, each over respondents of its own
 */
export function picturesOf({ rows, columns, numbers, base }: Table, isBattery = false): PictureKind[] {
  const isWide = (columns?.categories.length ?? 1) > MOST;
  if (base === 0) return [];
  if (numbers && columns) {
    const isPair = columns.variable.level === 'number' && columns.variable.id !== rows.variable.id;
    // One of too many values for groups has one of all who have it.
    const isUngrouped = columns.categories.length === 1 && columns.categories[0]?.code === NUMBER;
    return [
      ...(isPair ? (['scatter'] as const) : []),
      ...(isWide || isUngrouped ? [] : (['boxes', 'means', 'densities'] as const)),
    ];
  }
  if (numbers || isWide) return [];
  if (rows.categories.length > MOST || rows.categories.length === 0) return [];
  if (!columns) return ['bars', 'dots'];
  if (isBattery) {
    const hasEnds = rows.variable.level === 'ordered' && rows.categories.length >= LEAST_FOR_ENDS;
    return [...(hasEnds ? (['diverging'] as const) : []), 'stacked', 'bars', 'dots'];
  }
  const isWhole = !rows.multiple && !columns.multiple;
  const isScale = isWhole && rows.variable.level === 'ordered' && rows.categories.length >= LEAST_FOR_ENDS;
  return [
    ...(isWhole ? (['stacked'] as const) : []),
    'bars',
    ...(isScale ? (['diverging'] as const) : []),
    ...(isWhole ? (['mosaic'] as const) : []),
    'dots',
    ...(columns.categories.length === 2 ? (['slopes'] as const) : []),
  ];
}

/** Whether two numbers of a table are drawn respondent by respondent alone: it has too many columns, or no groups. */
export const isDrawnAsPairs = (table: Table): boolean => picturesOf(table).join() === 'scatter';
