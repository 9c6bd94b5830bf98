/** How small a pivot may be beside the diagonal that it came from before the matrix counts as singular. */
const PIVOT = 1e-12;

/**
 * x'A⁻¹x for a symmetric positive definite A, by Cholesky's decomposition A = LL' and |L⁻¹x|².
 * @returns null where A has no inverse to working precision
 * @example
 * quadraticForm(
 *   [
 *     [2, 0],
 *     [0, 4],
 *   ],
 *   [2, 4],
 * ); // 6
 */
export function quadraticForm(A: readonly (readonly number[])[], x: readonly number[]): number | null {
  const size = x.length;
  const L = A.map((row) => [...row]);
  const solved: number[] = [];
  let form = 0;
  for (let i = 0; i < size; i++) {
    const row = L[i]!;
    for (let j = 0; j <= i; j++) {
      const other = L[j]!;
      let sum = A[i]![j]!;
      for (let k = 0; k < j; k++) sum -= row[k]! * other[k]!;
      if (i > j) row[j] = sum / other[j]!;
      else if (sum > PIVOT * A[i]![i]!) row[j] = Math.sqrt(sum);
      else return null;
    }
    let value = x[i]!;
    for (let k = 0; k < i; k++) value -= row[k]! * solved[k]!;
    solved.push(value / row[i]!);
    form += solved[i]! ** 2;
  }
  return form;
}
