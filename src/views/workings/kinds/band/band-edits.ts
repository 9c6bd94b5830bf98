import { bandFinder } from '../../../../core/recode/band/compute.js';
import { apartIn, bandsAt, labelOfRange, labelWithout } from '../../../../core/recode/band/edges.js';
import { type Band, type BandEnds, type Cut } from '../../../../core/recode/band/shape.js';

export type Range = Extract<Cut, { is: 'range' }>;

/** How a number is cut: only whole numbers have a last one before an edge. */
export interface Grain {
  whole: boolean;
  /** The smallest move of an edge. */
  step: number;
}

/** The smallest move of an edge: one, or a round part of the stretch that there is. */
export function grainOf(from: number, to: number, whole: boolean): Grain {
  if (whole) return { whole, step: 1 };
  const rough = (to - from) / 200;
  return { whole, step: rough > 0 ? 10 ** Math.floor(Math.log10(rough)) : 1 };
}

/** A place where one band ends and another begins, or where one ends and nothing begins. */
export interface Edge {
  /** The first number above it; with upper ends, the last below. */
  value: number;
  /** Places of the band that ends here, and of that which begins here. */
  lower: number | null;
  upper: number | null;
}

const meets = (to: number, from: number, ends: BandEnds, whole: boolean) =>
  ends === 'both' && whole ? to + 1 === from : to === from;
const edgeOfEnd = (to: number, ends: BandEnds, whole: boolean) => (ends === 'both' && whole ? to + 1 : to);

/** Where the band below an edge ends. */
function endAt(value: number, ends: BandEnds, whole: boolean): number {
  return ends === 'both' && whole ? value - 1 : value;
}

/** The edges of a recipe, upwards; where two bands meet, they share one. */
export function edgesOf({ bands, ends }: Band, whole: boolean): Edge[] {
  const edges: Edge[] = [];
  bands.forEach((band, upper) => {
    if (band.is !== 'range' || band.from === null) return;
    const { from } = band;
    const lower = bands.findIndex(
      (code, k) => k !== upper && code.is === 'range' && code.to !== null && meets(code.to, from, ends, whole),
    );
    edges.push({ value: from, lower: lower < 0 ? null : lower, upper });
  });
  bands.forEach((band, lower) => {
    if (band.is !== 'range' || band.to === null || edges.some((edge) => edge.lower === lower)) return;
    edges.push({ value: edgeOfEnd(band.to, ends, whole), lower, upper: null });
  });
  return edges.sort((a, b) => a.value - b.value);
}

/** A band with other ends; a label that only says what they are follows them. */
export function withEnds(
  band: Range,
  ends: { from: number | null; to: number | null },
  kind: BandEnds,
  whole: boolean,
): Range {
  const plain = band.label === labelOfRange(band.from, band.to, kind, whole) || band.label === '';
  return { ...band, ...ends, label: plain ? labelOfRange(ends.from, ends.to, kind, whole) : band.label };
}

export const numbered = (bands: readonly Cut[]): Cut[] => bands.map((band, k) => ({ ...band, code: String(k + 1) }));

/** Moves an edge, as far as the bands on its sides keep a width. */
export function moveEdge(recipe: Band, edge: Edge, value: number, grain: Grain): Band {
  const { ends, bands } = recipe;
  const { whole, step } = grain;
  const lower = edge.lower === null ? undefined : (bands[edge.lower] as Range);
  const upper = edge.upper === null ? undefined : (bands[edge.upper] as Range);
  const least = lower?.from == null ? -Infinity : lower.from + step;
  const most = upper?.to == null ? Infinity : ends === 'both' && whole ? upper.to : upper.to - step;
  const at = Number(Math.max(least, Math.min(most, value)).toPrecision(12));
  return {
    ...recipe,
    bands: bands.map((band, k) => {
      if (band.is !== 'range') return band;
      if (k === edge.lower) return withEnds(band, { from: band.from, to: endAt(at, ends, whole) }, ends, whole);
      return k === edge.upper ? withEnds(band, { from: at, to: band.to }, ends, whole) : band;
    }),
  };
}

/** Cuts at a value: the band that has it becomes two. */
export function cutAt(recipe: Band, value: number, whole: boolean): Band {
  const { ends, bands } = recipe;
  if (!bands.some(({ is }) => is === 'range')) {
    const rest = bands.filter(({ is }) => is === 'values');
    return { ...recipe, bands: numbered([...rest, ...bandsAt([value], ends, whole)]) };
  }
  const inside = ends === 'upper' ? value : whole ? value - 1 : value;
  const ranges = bands.map((band) => (band.is === 'range' ? band : { ...band, values: [] }));
  const at = bandFinder({ bands: ranges, ends })(inside);
  const band = bands[at];
  if (band?.is !== 'range' || band.from === value || (band.to !== null && edgeOfEnd(band.to, ends, whole) === value))
    return recipe;
  const below = withEnds(band, { from: band.from, to: endAt(value, ends, whole) }, ends, whole);
  const above: Range = { ...band, from: value, label: labelOfRange(value, band.to, ends, whole) };
  return { ...recipe, bands: numbered([...bands.slice(0, at), below, above, ...bands.slice(at + 1)]) };
}

/** Takes an edge away: the two bands become one, under the label of the lower. */
export function joinAt(recipe: Band, edge: Edge, whole: boolean): Band {
  const lower = edge.lower === null ? undefined : recipe.bands[edge.lower];
  const upper = edge.upper === null ? undefined : recipe.bands[edge.upper];
  if (lower?.is !== 'range' || upper?.is !== 'range') return recipe;
  const joined = withEnds(lower, { from: lower.from, to: upper.to }, recipe.ends, whole);
  return {
    ...recipe,
    bands: numbered(recipe.bands.flatMap((band, k) => (k === edge.lower ? [joined] : k === edge.upper ? [] : [band]))),
  };
}

/** The same cuts under other ends, so that no band changes what it takes. */
export function withOtherEnds(recipe: Band, ends: BandEnds, whole: boolean): Band {
  const old = recipe.ends;
  const shifted = (value: number | null, side: 'from' | 'to'): number | null => {
    if (value === null || !whole || old === ends) return value;
    const taken = side === 'from' ? (old === 'upper' ? value + 1 : value) : old === 'lower' ? value - 1 : value;
    return side === 'from' ? (ends === 'upper' ? taken - 1 : taken) : ends === 'lower' ? taken + 1 : taken;
  };
  return {
    ...recipe,
    ends,
    bands: recipe.bands.map((band) => {
      if (band.is !== 'range') return band;
      const next = { from: shifted(band.from, 'from'), to: shifted(band.to, 'to') };
      const plain = band.label === labelOfRange(band.from, band.to, old, whole);
      return { ...band, ...next, label: plain ? labelOfRange(next.from, next.to, ends, whole) : band.label };
    }),
  };
}

/**
 * A recipe in which labels that only say which numbers a band takes leave out what is set apart: edits are made on it.
 */
export function plainLabels(recipe: Band, whole: boolean): Band {
  const { bands, ends } = recipe;
  const apart = apartIn(bands);
  const plain = (band: Range): Range =>
    band.label === labelWithout(band, ends, whole, apart)
      ? { ...band, label: labelOfRange(band.from, band.to, ends, whole) }
      : band;
  return { ...recipe, bands: bands.map((band) => (band.is === 'range' ? plain(band) : band)) };
}

/** The same the other way round: such labels tell what is set apart from their band. */
export function fullLabels(recipe: Band, whole: boolean): Band {
  const { bands, ends } = recipe;
  const apart = apartIn(bands);
  const full = (band: Range): Range =>
    band.label === labelOfRange(band.from, band.to, ends, whole)
      ? { ...band, label: labelWithout(band, ends, whole, apart) }
      : band;
  return { ...recipe, bands: bands.map((band) => (band.is === 'range' ? full(band) : band)) };
}
