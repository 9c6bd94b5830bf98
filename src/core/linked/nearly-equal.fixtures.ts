/** Two numbers that differ by less than this, or by this part of them, are one number added up in two orders. */
const LITTLE = 1e-11;

const isNear = (a: number, b: number) => Math.abs(a - b) <= LITTLE * Math.max(1, Math.abs(a), Math.abs(b));

/**
 * A value with the numbers of another wherever both differ in their last digits alone, to be compared with that. They
 * are not rounded for it: of two that lie on both sides of a half, however near, one would be rounded up.
 */
export function nearlyAs(value: unknown, other: unknown): unknown {
  if (typeof value === 'number' && typeof other === 'number') return isNear(value, other) ? other : value;
  if (Array.isArray(value) && Array.isArray(other)) return value.map((item, k) => nearlyAs(item, other[k]));
  if (typeof value !== 'object' || value === null || typeof other !== 'object' || other === null) return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, item]) => [key, nearlyAs(item, (other as Record<string, unknown>)[key])]),
  );
}
