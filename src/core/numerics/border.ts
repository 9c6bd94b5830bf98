/**
 * Where a condition stops to hold between a point at which it does and one at which it may not, by bisection.
 * @returns the last point found at which it holds; `outside` where it holds there too
 * @example border(0, 10, (x) => x * x <= 2) // 1.414
 */
export function border(inside: number, outside: number, holds: (x: number) => boolean): number {
  if (holds(outside)) return outside;
  let [kept, gone] = [inside, outside];
  for (let step = 0; step < 60; step++) {
    const middle = (kept + gone) / 2;
    if (holds(middle)) kept = middle;
    else gone = middle;
  }
  return kept;
}
