import { total } from '../core/numerics/total.js';

/** What a row leaves free around the thickest ribbon, and the space between two in one target. */
const GAP = 8;
const BETWEEN = 2;

/** A band from an old code to where it goes. */
export interface Ribbon {
  from: number;
  /** Position of the target; null dangles. */
  to: number | null;
  path: string;
  /** Where the ribbon starts and ends, top and thickness. */
  start: { y: number; thickness: number };
  end: { y: number; thickness: number };
}

export interface RibbonsSpec {
  /** Respondents of each old code, and the target of each (null: nowhere). */
  oldCodes: readonly { value: number; target: number | null }[];
  /** How many targets there are. */
  targets: number;
  /** Top of each old code's row and of each target's, and the height of one row. */
  oldTops: readonly number[];
  targetTops: readonly number[];
  rowHeight: number;
  targetHeights: readonly number[];
  left: number;
  right: number;
  /** The value that fills a row; the same for pictures that are read together. */
  most: number;
}

/** How thick a ribbon is: nobody can be seen, too. */
function thicknessOf(value: number, most: number, rowHeight: number): number {
  return value === 0 ? 1 : Math.max(2, (rowHeight - GAP) * Math.sqrt(value / Math.max(1, most)));
}

/**
 * Heights of targets, so that the ribbons of each have room in it: what is over is shared equally.
 * @param oldCodes of each ribbon its value and its target
 * @param least the height of a target that nothing goes to
 */
export function targetHeightsFor(
  oldCodes: readonly { value: number; target: number | null }[],
  targets: number,
  { most, rowHeight, least, all }: { most: number; rowHeight: number; least: number; all: number },
): number[] {
  const needed = Array.from({ length: targets }, (_, t) => {
    const mine = oldCodes.filter(({ target }) => target === t);
    return Math.max(
      least,
      mine.reduce((sum, { value }) => sum + thicknessOf(value, most, rowHeight) + BETWEEN, 0),
    );
  });
  const over = Math.max(0, all - total(needed)) / Math.max(1, targets);
  return needed.map((height) => height + over);
}

/** Lays ribbons out: as thick as the square root of their respondents, so that a small code can still be seen. */
export function ribbons(spec: RibbonsSpec): Ribbon[] {
  const thickness = (value: number) => thicknessOf(value, spec.most, spec.rowHeight);
  const filled = spec.targetTops.map((top, t) => {
    const incoming = spec.oldCodes.filter(({ target }) => target === t);
    const height = total(incoming.map(({ value }) => thickness(value) + BETWEEN));
    return top + Math.max(0, ((spec.targetHeights[t] ?? 0) - height) / 2);
  });
  return spec.oldCodes.map((old, from) => {
    const thick = thickness(old.value);
    const top = (spec.oldTops[from] ?? 0) + (spec.rowHeight - thick) / 2;
    const { left } = spec;
    if (old.target === null) {
      const right = left + (spec.right - left) * 0.3;
      const drop = top + 12;
      return {
        from,
        to: null,
        path: band(left, top, right, drop, thick, Math.max(1, thick * 0.5)),
        start: { y: top, thickness: thick },
        end: { y: drop, thickness: thick * 0.5 },
      };
    }
    const y = filled[old.target] ?? 0;
    filled[old.target] = y + thick + BETWEEN;
    return {
      from,
      to: old.target,
      path: band(left, top, spec.right, y, thick, thick),
      start: { y: top, thickness: thick },
      end: { y, thickness: thick },
    };
  });
}

function band(x0: number, y0: number, x1: number, y1: number, thick0: number, thick1: number): string {
  const bend = (x1 - x0) * 0.5;
  const n = (value: number) => Math.round(value * 10) / 10;
  return [
    `M${n(x0)} ${n(y0)}`,
    `C${n(x0 + bend)} ${n(y0)} ${n(x1 - bend)} ${n(y1)} ${n(x1)} ${n(y1)}`,
    `L${n(x1)} ${n(y1 + thick1)}`,
    `C${n(x1 - bend)} ${n(y1 + thick1)} ${n(x0 + bend)} ${n(y0 + thick0)} ${n(x0)} ${n(y0 + thick0)}Z`,
  ].join('');
}
