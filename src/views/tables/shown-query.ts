import type { Shown } from '../../api/types.js';
import { ADJUSTMENTS } from '../../core/infer/adjust.js';
import { ROW_ORDERS } from '../../core/table/order.js';
import { PERCENTS } from '../../core/table/share.js';

/** What a table shows where nothing is said. */
export const SHOWN: Shown = { percent: 'column', counts: true, hatch: true, expected: false };

const FLAGS = ['counts', 'hatch', 'expected', 'residuals', 'last'] as const;

/**
 * What is shown otherwise than usual, as one word for the address: "row,no-counts,letters-holm"; empty where nothing
 * is.
 */
export function sayShown(shown: Shown): string {
  const flags = FLAGS.flatMap((flag) => {
    const on = shown[flag] ?? false;
    return on === (SHOWN[flag] ?? false) ? [] : [on ? flag : `no-${flag}`];
  });
  return [
    ...(shown.percent === SHOWN.percent ? [] : [shown.percent]),
    ...flags,
    ...(shown.order === undefined || shown.order === 'list' ? [] : [`by-${shown.order}`]),
    ...(shown.letters === undefined ? [] : [`letters-${shown.letters}`]),
    ...(shown.predicted === 'columns' ? ['predict-columns'] : []),
  ].join(',');
}

/** Reads it back; a word that is not known is passed over. */
export function readShown(text: string): Shown {
  const words = new Set(text.split(','));
  const among = <T extends string>(all: readonly T[], prefix = '') =>
    all.find((candidate) => words.has(prefix + candidate));
  const shown: Shown = { ...SHOWN, percent: among(PERCENTS) ?? SHOWN.percent };
  for (const flag of FLAGS) {
    if (words.has(flag)) shown[flag] = true;
    if (words.has(`no-${flag}`)) shown[flag] = false;
  }
  const [order, letters] = [among(ROW_ORDERS, 'by-'), among(ADJUSTMENTS, 'letters-')];
  if (order) shown.order = order;
  if (letters) shown.letters = letters;
  if (words.has('predict-columns')) shown.predicted = 'columns';
  return shown;
}
