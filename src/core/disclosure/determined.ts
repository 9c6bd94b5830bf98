/** Unknown numbers, by their keys, of which a sum is known; each counts once, added or taken away. */
export type KnownSum = ReadonlyMap<string, 1 | -1>;

const NOTHING = 1e-9;

/**
 * Unknowns that follow from sums that are known: those that every solution of the equations agrees on. Found by
 * Gauss-Jordan elimination over the unknowns: what stands alone in a line of the reduced form is determined.
 * @param sums which unknowns each known sum is of
 * @example [...determined([new Map([['a', 1]]), new Map([['b', 1], ['c', 1]])])] // ['a']
 */
export function determined(sums: readonly KnownSum[]): Set<string> {
  const keys = [...new Set(sums.flatMap((sum) => [...sum.keys()]))];
  const placeOf = new Map(keys.map((key, k) => [key, k]));
  const lines = sums.map((sum) => {
    const line = new Float64Array(keys.length);
    for (const [key, sign] of sum) line[placeOf.get(key)!]! += sign;
    return line;
  });
  let done = 0;
  for (let column = 0; column < keys.length && done < lines.length; column++) {
    const pivot = lines.findIndex((line, k) => k >= done && Math.abs(line[column]!) > NOTHING);
    if (pivot < 0) continue;
    const own = lines[pivot]!;
    lines[pivot] = lines[done]!;
    lines[done] = own;
    const by = own[column]!;
    for (let k = 0; k < keys.length; k++) own[k]! /= by;
    for (const [at, line] of lines.entries()) {
      const times = line[column]!;
      if (at === done || Math.abs(times) <= NOTHING) continue;
      for (let k = 0; k < keys.length; k++) line[k]! -= times * own[k]!;
    }
    done++;
  }
  const alone = lines.slice(0, done).flatMap((line) => {
    const places = [...line.keys()].filter((k) => Math.abs(line[k]!) > NOTHING);
    return places.length === 1 ? [keys[places[0]!]!] : [];
  });
  return new Set(alone);
}
