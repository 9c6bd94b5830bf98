import { z } from 'zod';
import { codes, type Frozen, options, sourcesOf } from '../shape.js';

const COMBINATIONS = ['any', 'all', 'first-only', 'at-least'] as const;
export type Combination = (typeof COMBINATIONS)[number];

/**
 * Variables over the same codes, single or multiple, to one multiple-response variable: what is mentioned in any of
 * them, in all, in the first but in no other, or in at least so many.
 */
export const combineShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('combine'),
    sources: sourcesOf(source),
    how: z.enum(COMBINATIONS),
    atLeast: z.int().min(1).max(500).describe('For "at-least": in how many of the variables.'),
    options,
    none: codes.describe('Codes that say "none of these", which is worked out from the result.'),
    base: z.enum(['any', 'all']).describe('Who counts as having answered: who answered any of the variables, or all.'),
  });

type CombineOver<S> = Frozen<z.output<ReturnType<typeof combineShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Combine = CombineOver<number>;
