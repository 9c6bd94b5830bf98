import { z } from 'zod';
import { MISSING_REASONS } from '../codebook/types.js';

/** Pieces of the shapes of recipes. */
export const text = (most: number) => z.string().max(most);
export const code = text(1000);
export const label = text(1000);
export const codes = z.array(code).max(5000);
export const options = z.array(z.strictObject({ code: code.min(1), label })).max(500);
export const missing = z.enum(MISSING_REASONS);
export const sourcesOf = <S>(source: z.ZodType<S>) => z.array(source).max(500);

/** A shape's type as it is used: nothing in a recipe is changed, a new one is made. */
export type Frozen<T> = T extends readonly (infer U)[]
  ? readonly Frozen<U>[]
  : T extends object
    ? { readonly [K in keyof T]: Frozen<T[K]> }
    : T;
