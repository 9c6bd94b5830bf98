import { z } from 'zod';
import { type Frozen, sourcesOf, text } from '../shape.js';

/** Groups within groups as one variable: a category for each combination of categories. */
export const interlockShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('interlock'),
    sources: sourcesOf(source).describe('From the outermost group inwards.'),
    between: text(20).describe('What stands between the labels of the parts.'),
    empty: z.boolean().describe('Combinations that nobody has are categories too.'),
  });

type InterlockOver<S> = Frozen<z.output<ReturnType<typeof interlockShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Interlock = InterlockOver<number>;
