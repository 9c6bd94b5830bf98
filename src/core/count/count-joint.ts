import type { CodedColumn } from './column.js';
import type { Joint } from './joint.js';

type Values = CodedColumn['values'];

/** So many row items are counted in one pass. */
const ABREAST = 4;

/** The counters of one row item within those of a cell of the joint. */
interface Lane {
  from: number;
  size: number;
}

/**
 * The hot loop: four row items by the cells of a joint. The counters of one respondent stand side by side, so that they
 * come in one reach of memory, and four in a row do not wait for each other's store.
 */
function pass(
  rows: readonly Values[],
  lanes: readonly Lane[],
  joint: Values,
  mask: Uint8Array | null,
  out: Int32Array,
) {
  const [a, b, c, d] = rows as [Values, Values, Values, Values];
  const [, second, third, fourth] = lanes as [Lane, Lane, Lane, Lane];
  const [toB, toC, toD] = [second.from, third.from, fourth.from];
  const stride = toD + fourth.size;
  const length = joint.length;
  if (mask === null) {
    for (let k = 0; k < length; k++) {
      const base = joint[k]! * stride;
      out[base + a[k]!]!++;
      out[base + toB + b[k]!]!++;
      out[base + toC + c[k]!]!++;
      out[base + toD + d[k]!]!++;
    }
    return;
  }
  for (let k = 0; k < length; k++) {
    const base = joint[k]! * stride;
    const own = mask[k]!;
    out[base + a[k]!]! += own;
    out[base + toB + b[k]!]! += own;
    out[base + toC + c[k]!]! += own;
    out[base + toD + d[k]!]! += own;
  }
}

/** The cells of one row item by one nest, row-major, added up out of those of the joint. */
function projected(counts: Int32Array, stride: number, { from, size }: Lane, width: number, places: Int32Array) {
  const cells = new Array<number>(size * width).fill(0);
  for (let cell = 0; cell < places.length; cell++) {
    const [base, place] = [cell * stride + from, places[cell]!];
    for (let row = 0; row < size; row++) cells[row * width + place]! += counts[base + row]!;
  }
  return cells;
}

/**
 * Counts row items by all nests of a joint, four row items in a pass over the respondents.
 * @returns for each row item, for each nest of the joint, its cells row-major, the blanks first on every axis
 * @example
 * const site = { kind: 'coded', values: Uint8Array.of(1, 2, 1, 0), codes: ['a', 'b'] };
 * const season = { kind: 'coded', values: Uint8Array.of(1, 1, 0, 1), codes: ['x'] };
 * const [joint] = jointsOf([[season]], 4);
 * countJoint([site], joint, null)[0][0]; // [0, 1, 1, 1, 0, 1]
 */
export function countJoint(rows: readonly CodedColumn[], joint: Joint, mask: Uint8Array | null): number[][][] {
  const batches = Array.from({ length: Math.ceil(rows.length / ABREAST) }, (_, k) =>
    rows.slice(k * ABREAST, (k + 1) * ABREAST),
  );
  return batches.flatMap((batch) => {
    // A lane that no row item needs counts one of them again, into one counter more.
    const abreast = Array.from({ length: ABREAST }, (_, k) => batch[k] ?? batch[0]!);
    let from = 0;
    const lanes = abreast.map(({ codes }): Lane => {
      const lane = { from, size: codes.length + 1 };
      from += lane.size;
      return lane;
    });
    const counts = new Int32Array(joint.cells * from);
    pass(
      abreast.map(({ values }) => values),
      lanes,
      joint.column.values,
      mask,
      counts,
    );
    return batch.map((_, k) =>
      joint.nests.map(({ width, places }) => projected(counts, from, lanes[k]!, width, places)),
    );
  });
}
