import { z } from 'zod';
import { code, type Frozen, label, missing } from '../shape.js';

/** What a value becomes that is to be no category of its own. */
const sortedOut = z.discriminatedUnion('is', [
  z.strictObject({ text: code, is: z.literal('as'), as: label }),
  z.strictObject({ text: code, is: z.literal('missing'), missing }),
]);

/** Text or a number to categories: one for each different value, except values that are sorted out and rare ones. */
export const toCategoriesShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('convert'),
    to: z.literal('categories'),
    source,
    alike: z.boolean().describe('Texts that differ only in capitals and spaces are one category.'),
    order: z.enum(['value', 'frequency']),
    least: z.int().min(1).max(1_000_000_000).describe('A category with fewer respondents goes to "Other".'),
    exceptions: z.array(sortedOut).max(1000).describe('Values that become another category, or no answer.'),
  });

export type SortedOut = Frozen<z.output<typeof sortedOut>>;
type ToCategoriesOver<S> = Frozen<z.output<ReturnType<typeof toCategoriesShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type ToCategories = ToCategoriesOver<number>;
