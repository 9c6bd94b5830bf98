import { byId } from '../../core/by-id.js';
import { levelOf } from '../../core/level.js';
import { decimalsOf, limitsOfMean } from '../../core/table/group-figures.js';
import { share } from '../../core/table/share.js';
import type { Table } from '../../core/table/table.js';
import { linesOfCategories } from '../../core/view/net-rows.js';
import type { DrawnSpreads } from '../../core/spread/types.js';
import { CONFIDENCE } from '../../core/view/block-view.js';
import { shareLimits } from '../../core/view/share-limits.js';
import type { BlockView } from '../../core/view/types.js';
import type { Drawable } from './kinds.js';

interface How {
  title: string;
  width: number;
  values: boolean;
  /** Of limits, and of what departs. */
  confidence?: number | undefined;
}

/**
 * A table as its pictures take it, in its own order and percentages.
 * @param spreads of numbers, as far as they came
 */
export function drawableOf(
  table: Table,
  block: BlockView,
  { title, width, values, confidence = CONFIDENCE }: How,
  { densities, pairs }: DrawnSpreads = { densities: null, pairs: null },
): Drawable {
  const { rows, columns, numbers } = table;
  if (numbers) {
    const boxes = (columns?.categories ?? []).flatMap(({ label }, j) => {
      const group = numbers.columns[j];
      if (!group) return [];
      const { lower = null, upper = null } = limitsOfMean(group, confidence) ?? {};
      return [{ ...group, label, lower, upper }];
    });
    const decimals = decimalsOf(numbers.all);
    return { of: 'numbers', spec: { title, boxes, densities, pairs, decimals, width, values } };
  }
  const places: (number | null)[] = columns ? columns.categories.map((_, j) => j) : [null];
  // Figures stand line by line, nets among them.
  const lineOf = linesOfCategories(table);
  const cell = (id: 'adjusted-residual' | 'adjusted-p', i: number, j: number | null) => {
    const value = j === null ? null : byId(block.figures, id)?.cells[lineOf[i] ?? -1]?.[j + 1];
    return typeof value === 'number' ? value : null;
  };
  const departs = (i: number, j: number | null) => {
    const [residual, p] = [cell('adjusted-residual', i, j), cell('adjusted-p', i, j)];
    if (residual === null || p === null || p >= levelOf(confidence)) return null;
    return residual > 0 ? 'more' : 'fewer';
  };
  return {
    of: 'shares',
    spec: {
      title,
      width,
      values,
      groups: places.map((j) => ({
        label: j === null ? '' : (columns?.categories[j]?.label ?? ''),
        base: j === null ? table.base : (table.columnBases[j] ?? 0),
      })),
      answers: rows.categories.map(({ label }) => label),
      offScale: rows.categories.flatMap(({ offScale }, i) => (offScale ? [i] : [])),
      points: rows.categories.map((_, i) =>
        places.map((j) => {
          const value = share(table, 'column', i, j);
          const limits = shareLimits(table, i, j, confidence);
          return value === null ? null : { value, lower: limits?.lower ?? null, upper: limits?.upper ?? null };
        }),
      ),
      departures: rows.categories.map((_, i) => places.map((j) => departs(i, j))),
    },
  };
}
