import { canonicalCode } from '../codebook/number.js';

/** Codes as they come out of the store. */
export const allCanonical = (codes: readonly string[]): string[] => codes.map(canonicalCode);

/** Options, groups or bands with their own codes so. */
export const canonicalList = <T extends { code: string }>(options: readonly T[]): T[] =>
  options.map((option) => ({ ...option, code: canonicalCode(option.code) }));

/** Codes in an order that does not say in which they were named. */
export const sorted = (codes: readonly string[]): string[] => [...codes].sort();
