// The hot loops of counting, in AssemblyScript: `npm run kernel` compiles them into ../kernel-bytes.ts.
// All work on a stretch of respondents whose values were laid into the module's memory. A stretch has a multiple of 16
// respondents; those behind its last are in the spare cell. What all of it means is told in ../kernel.ts.

/** Lays four or eight values beside each other, as wide as the cells are. */
@inline
function wide<V, C>(values: usize): v128 {
  if (sizeof<C>() == 2) return sizeof<V>() == 1 ? v128.load_ext<u8>(values) : v128.load(values);
  if (sizeof<V>() == 2) return v128.load_ext<u16>(values);
  if (sizeof<V>() == 4) return v128.load(values);
  return i32x4.extend_low_i16x8_u(i16x8.extend_low_i8x16_u(v128.load_zero<u32>(values)));
}

/** What comes out is cell × width + value; width 0 begins. */
@inline
function append<V, C>(out: usize, cells: usize, values: usize, length: i32, width: i32): void {
  const by = v128.splat<C>(<C>width);
  const step = 16 / sizeof<C>();
  for (let k: usize = 0; k < <usize>length; k += step) {
    const at = k * sizeof<C>();
    const value = wide<V, C>(values + k * sizeof<V>());
    v128.store(out + at, v128.add<C>(v128.mul<C>(v128.load(cells + at), by), value));
  }
}

/**
 * Cells of one byte, of which there are less than 256: two of them are multiplied as one number of two bytes, for
 * nothing is carried from the lower to the upper.
 */
@inline
function fewCells(cells: usize, values: usize, by: v128): v128 {
  return i8x16.add(i16x8.mul(v128.load(cells), by), v128.load(values));
}

export function append8to8(out: usize, cells: usize, values: usize, length: i32, width: i32): void {
  const by = i16x8.splat(<i16>width);
  for (let k: usize = 0; k < <usize>length; k += 16) v128.store(out + k, fewCells(cells + k, values + k, by));
}

export function append8to16(out: usize, cells: usize, values: usize, length: i32, width: i32): void {
  append<u8, u16>(out, cells, values, length, width);
}
export function append16to16(out: usize, cells: usize, values: usize, length: i32, width: i32): void {
  append<u16, u16>(out, cells, values, length, width);
}
export function append8to32(out: usize, cells: usize, values: usize, length: i32, width: i32): void {
  append<u8, u32>(out, cells, values, length, width);
}
export function append16to32(out: usize, cells: usize, values: usize, length: i32, width: i32): void {
  append<u16, u32>(out, cells, values, length, width);
}

/** The same with places of numbers; who has none, -1, is in the spare cell. */
export function appendPlaces(out: usize, cells: usize, places: usize, length: i32, width: i32, spare: i32): void {
  const by = i32x4.splat(width);
  const none = i32x4.splat(spare);
  for (let k: usize = 0; k < <usize>length; k += 4) {
    const at = k << 2;
    const place = v128.load(places + at);
    const cell = i32x4.add(i32x4.mul(v128.load(cells + at), by), place);
    v128.store(out + at, v128.bitselect(none, cell, i32x4.shr_s(place, 31)));
  }
}

/** Who is outside the mask is in the spare cell. */
export function spare8(cells: usize, mask: usize, length: i32, spare: i32): void {
  const aside = i8x16.splat(<i8>spare);
  const nought = i8x16.splat(0);
  for (let k: usize = 0; k < <usize>length; k += 16) {
    const outside = i8x16.eq(v128.load(mask + k), nought);
    v128.store(cells + k, v128.bitselect(aside, v128.load(cells + k), outside));
  }
}
export function spare16(cells: usize, mask: usize, length: i32, spare: i32): void {
  const aside = i16x8.splat(<i16>spare);
  const nought = i16x8.splat(0);
  for (let k: usize = 0; k < <usize>length; k += 8) {
    const at = cells + (k << 1);
    const outside = i16x8.eq(v128.load_ext<u8>(mask + k), nought);
    v128.store(at, v128.bitselect(aside, v128.load(at), outside));
  }
}
export function spare32(cells: usize, mask: usize, length: i32, spare: i32): void {
  for (let k: usize = 0; k < <usize>length; k++) if (load<u8>(mask + k) == 0) store<i32>(cells + (k << 2), spare);
}

@inline
function more(at: usize): void {
  store<i32>(at, load<i32>(at) + 1);
}

/** One more in each of four tables, at four places of two bytes. */
@inline
function moreOfFour(places: i64, first: usize, second: usize, third: usize, fourth: usize): void {
  more(first + (<usize>places & 0xffff));
  more(second + (<usize>(places >> 16) & 0xffff));
  more(third + (<usize>(places >> 32) & 0xffff));
  more(fourth + <usize>(<u64>places >> 48));
}

/**
 * Cells below 128, group × width + value, two respondents at once: of each two cells how often they stand side by side.
 */
export function countTwos(groups: usize, values: usize, length: i32, width: i32, counts: usize): void {
  const by = i16x8.splat(<i16>width);
  const first = i16x8.splat(0x1fc);
  for (let k: usize = 0; k < <usize>length; k += 16) {
    const two = fewCells(groups + k, values + k, by);
    // The earlier cell × 4, and the later × 512: where the counter of both stands.
    const at = v128.or(v128.and(i16x8.shl(two, 2), first), i16x8.shl(i16x8.shr_u(two, 8), 9));
    moreOfFour(i64x2.extract_lane(at, 0), counts, counts, counts, counts);
    moreOfFour(i64x2.extract_lane(at, 1), counts, counts, counts, counts);
  }
}

/** What `countTwos` counted, added up to counters of one respondent each. */
export function addTwos(counts: usize, sums: usize): void {
  for (let later: usize = 0; later < 128; later++) {
    let ofLater = i32x4.splat(0);
    for (let earlier: usize = 0; earlier < 128; earlier += 4) {
      const both = v128.load(counts + ((later * 128 + earlier) << 2));
      const at = sums + (earlier << 2);
      v128.store(at, i32x4.add(v128.load(at), both));
      ofLater = i32x4.add(ofLater, both);
    }
    const own = i64x2.add(i64x2.extend_low_i32x4_u(ofLater), i64x2.extend_high_i32x4_u(ofLater));
    const sum = <i32>(i64x2.extract_lane(own, 0) + i64x2.extract_lane(own, 1));
    store<i32>(sums + (later << 2), load<i32>(sums + (later << 2)) + sum);
  }
}

/** Four counters for each cell, in four tables, so that respondents in a row do not wait for each other's store. */
export function count16(cells: usize, length: i32, counts: usize, table: usize): void {
  const second = counts + table;
  const third = second + table;
  const fourth = third + table;
  for (let k: usize = 0; k < <usize>length; k += 8) {
    const at = i16x8.shl(v128.load(cells + (k << 1)), 2);
    moreOfFour(i64x2.extract_lane(at, 0), counts, second, third, fourth);
    moreOfFour(i64x2.extract_lane(at, 1), counts, second, third, fourth);
  }
}

export function count32(cells: usize, length: i32, counts: usize): void {
  for (let k: usize = 0; k < <usize>length; k++) more(counts + (<usize>load<u32>(cells + (k << 2)) << 2));
}

/** Of each cell the sums of weights and of their squares, and its respondents: 32 bytes a cell. */
@inline
function weigh<C>(cells: usize, weights: usize, length: i32, sums: usize): void {
  for (let k: usize = 0; k < <usize>length; k++) {
    const w = load<f64>(weights + (k << 3));
    const at = sums + (<usize>load<C>(cells + k * sizeof<C>()) << 5);
    v128.store(at, f64x2.add(v128.load(at), f64x2.replace_lane(f64x2.splat(w), 1, w * w)));
    store<i32>(at, load<i32>(at, 16) + 1, 16);
  }
}
export function weigh16(cells: usize, weights: usize, length: i32, sums: usize): void {
  weigh<u16>(cells, weights, length, sums);
}
export function weigh32(cells: usize, weights: usize, length: i32, sums: usize): void {
  weigh<u32>(cells, weights, length, sums);
}

/** Of two respondents who is kept, as a mask of two weights. */
const keptOf = memory.data<u64>([0, 0, u64.MAX_VALUE, 0, 0, u64.MAX_VALUE, u64.MAX_VALUE, u64.MAX_VALUE], 16);

/**
 * Keeps in the mask whose weight is above 0 and no more than a number can be. Returns how many of it are left out; the
 * least and the greatest weight that stay are put to `span`, where those of before stand.
 */
export function keepWeighted(weights: usize, mask: usize, length: i32, span: usize): i32 {
  const nought = f64x2.splat(0);
  const endless = f64x2.splat(Infinity);
  let least = v128.load_splat<u64>(span);
  let most = v128.load_splat<u64>(span + 8);
  let without = 0;
  // Two at once and without a branch: a mask is as good as drawn by lot.
  for (let k: usize = 0; k < <usize>length; k += 2) {
    const w = v128.load(weights + (k << 3));
    const two = <u32>load<u16>(mask + k);
    const usable = v128.and(f64x2.gt(w, nought), f64x2.lt(w, endless));
    const inside = (two & 1) | ((two >> 7) & 2);
    const keeps = inside & <u32>i64x2.bitmask(usable);
    store<u16>(mask + k, <u16>((keeps & 1) | ((keeps & 2) << 7)));
    without += popcnt(inside) - popcnt(keeps);
    const kept = v128.load(keptOf + (<usize>keeps << 4));
    least = f64x2.pmin(least, v128.bitselect(w, endless, kept));
    most = f64x2.pmax(most, v128.and(w, kept));
  }
  store<f64>(span, min(f64x2.extract_lane(least, 0), f64x2.extract_lane(least, 1)));
  store<f64>(span, max(f64x2.extract_lane(most, 0), f64x2.extract_lane(most, 1)), 8);
  return without;
}

/** The options of one block, four bits of a respondent's words. */
@inline
function blockOf(words: usize, block: usize): usize {
  return <usize>(load<u32>(words + ((block >> 3) << 2)) >> (<u32>(block & 7) << 2)) & 15;
}

/** One more, or as much more as a respondent counts as, with its square. */
@inline
function add<T>(at: usize, weights: v128): void {
  if (sizeof<T>() == 4) more(at);
  else v128.store(at, f64x2.add(v128.load(at), weights));
}

/**
 * Of every two blocks of options how they stand together, in the groups of those who mention something.
 * @param T u32: counters; v128: sums of weights and of their squares
 */
@inline
function sets<T>(
  words: usize,
  width: i32,
  state: usize,
  groups: usize,
  weights: usize,
  length: i32,
  blocks: i32,
  tables: usize,
  size: usize,
): void {
  const each = <usize>width << 2;
  let weight = f64x2.splat(1);
  for (let k: usize = 0; k < <usize>length; k++, words += each) {
    if (load<u8>(state + k) != 1) continue;
    if (sizeof<T>() != 4) {
      const w = load<f64>(weights + (k << 3));
      weight = f64x2.replace_lane(f64x2.splat(w), 1, w * w);
    }
    let table = tables + <usize>load<u16>(groups + (k << 1)) * (256 * sizeof<T>());
    if (blocks == 1) {
      add<T>(table + blockOf(words, 0) * sizeof<T>(), weight);
    } else if (width == 1) {
      // All blocks are in one word.
      let rest = load<u32>(words);
      for (let p = 1; p < blocks; p++) {
        const row = (rest & 15) << 4;
        rest >>= 4;
        let others = rest;
        for (let q = p; q < blocks; q++) {
          add<T>(table + <usize>(row | (others & 15)) * sizeof<T>(), weight);
          others >>= 4;
          table += size;
        }
      }
    } else {
      for (let p: usize = 0; p + 1 < <usize>blocks; p++) {
        const row = blockOf(words, p) << 4;
        for (let q = p + 1; q < <usize>blocks; q++) {
          add<T>(table + (row | blockOf(words, q)) * sizeof<T>(), weight);
          table += size;
        }
      }
    }
  }
}

export function countSets(
  words: usize,
  width: i32,
  state: usize,
  groups: usize,
  length: i32,
  blocks: i32,
  tables: usize,
  size: usize,
): void {
  sets<u32>(words, width, state, groups, 0, length, blocks, tables, size);
}

export function weighSets(
  words: usize,
  width: i32,
  state: usize,
  groups: usize,
  weights: usize,
  length: i32,
  blocks: i32,
  tables: usize,
  size: usize,
): void {
  sets<v128>(words, width, state, groups, weights, length, blocks, tables, size);
}

/** Looks a byte up for each value below 16. */
export function lookUpFew(values: usize, table: usize, out: usize, length: i32): void {
  const bytes = v128.load(table);
  for (let k: usize = 0; k < <usize>length; k += 16) v128.store(out + k, v128.swizzle(bytes, v128.load(values + k)));
}

/** Looks a byte up for each value, in a table of 256. */
export function lookUp8(values: usize, table: usize, out: usize, length: i32): void {
  for (let k: usize = 0; k < <usize>length; k++) store<u8>(out + k, load<u8>(table + load<u8>(values + k)));
}
export function lookUp16(values: usize, table: usize, out: usize, length: i32): void {
  for (let k: usize = 0; k < <usize>length; k++) store<u8>(out + k, load<u8>(table + load<u16>(values + (k << 1))));
}

/**
 * Keeps in the mask whose verdict is 1; how many of it have 0, and how many 2, is added to the two numbers of `tally`.
 */
export function keepInside(verdicts: usize, mask: usize, length: i32, tally: usize): void {
  let outside = 0;
  let unknown = 0;
  for (let k: usize = 0; k < <usize>length; k += 16) {
    const verdict = v128.load(verdicts + k);
    const own = v128.load(mask + k);
    const isKept = i8x16.ne(own, i8x16.splat(0));
    outside += popcnt(i8x16.bitmask(v128.and(isKept, i8x16.eq(verdict, i8x16.splat(0)))));
    unknown += popcnt(i8x16.bitmask(v128.and(isKept, i8x16.eq(verdict, i8x16.splat(2)))));
    v128.store(mask + k, v128.and(own, i8x16.eq(verdict, i8x16.splat(1))));
  }
  store<i32>(tally, load<i32>(tally) + outside);
  store<i32>(tally, load<i32>(tally, 4) + unknown, 4);
}
