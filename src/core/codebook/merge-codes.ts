import type { Code } from './types.js';

export interface MergedCodes {
  codes: Code[];
  /** Codes that both sides changed differently; here with my change. */
  clashes: string[];
}

const same = (a: Code | undefined, b: Code | undefined) =>
  a === b || (a !== undefined && b !== undefined && a.label === b.label && a.missing === b.missing);

/**
 * Puts together what two changed in the same code list, code by code. An order that only one of them changed holds.
 * @param base as it was before both
 * @param theirs as the one has it
 * @param mine as the other has it, who comes later
 * @example
 * const base = [{ code: '1', label: 'Yes', missing: null }];
 * const mine = [{ code: '1', label: 'Ja', missing: null }];
 * mergeCodes(base, base, mine).codes; // [{ code: '1', label: 'Ja', missing: null }]
 */
export function mergeCodes(base: readonly Code[], theirs: readonly Code[], mine: readonly Code[]): MergedCodes {
  const byCode = (codes: readonly Code[]) => new Map(codes.map((code) => [code.code, code]));
  const [was, here, there] = [byCode(base), byCode(mine), byCode(theirs)];
  const merged = new Map<string, Code>();
  const clashes: string[] = [];
  for (const code of new Set([...here.keys(), ...there.keys(), ...was.keys()])) {
    const [a, b, c] = [here.get(code), there.get(code), was.get(code)];
    const taken = same(a, c) ? b : a;
    if (!same(a, c) && !same(b, c) && !same(a, b)) clashes.push(code);
    if (taken) merged.set(code, taken);
  }
  const orderOf = (codes: readonly Code[]) => codes.map(({ code }) => code).join('\u0000');
  const common = (codes: readonly Code[]) => codes.filter(({ code }) => was.has(code) && here.has(code));
  const moved = orderOf(theirs) === orderOf(base) || orderOf(common(mine)) !== orderOf(common(base));
  const [first, second] = moved ? [mine, theirs] : [theirs, mine];
  const order = new Set([...first, ...second].map(({ code }) => code));
  return { codes: [...order].flatMap((code) => merged.get(code) ?? []), clashes };
}
