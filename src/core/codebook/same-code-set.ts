/**
 * Whether two lists hold the same codes, each once, in whatever order.
 * @example isSameCodeSet(['1', '9'], ['9', '1']); // true
 */
export const isSameCodeSet = (a: readonly string[], b: readonly string[]): boolean =>
  a.length === b.length && a.every((code) => b.includes(code));
