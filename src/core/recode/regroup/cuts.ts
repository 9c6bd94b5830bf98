/**
 * Where a regrouping cuts an ordered variable: the positions, in the order of its codes, after which each group but the
 * last ends.
 * @param groups the codes that each group is made of
 * @param codes the codes of the source that are answers, in order
 * @returns null where the groups leave a code out, jump over one, or do not merge any
 */
export function cutsOf(groups: readonly { from: readonly string[] }[], codes: readonly string[]): number[] | null {
  const groupOf = codes.map((code) => groups.findIndex(({ from }) => from.includes(code)));
  if (groupOf.includes(-1)) return null;
  const runs = groupOf.filter((group, k) => group !== groupOf[k - 1]);
  // A group that is met twice was interrupted by another.
  if (new Set(runs).size !== runs.length || runs.length < 2 || runs.length === codes.length) return null;
  return groupOf.flatMap((group, k) => (k < codes.length - 1 && group !== groupOf[k + 1] ? [k] : []));
}
