import { z } from 'zod';
import { code, type Frozen, missing } from '../shape.js';

/** What a text that spells no number becomes. */
const exception = z.discriminatedUnion('is', [
  z.strictObject({ text: code, is: z.literal('number'), number: z.number() }),
  z.strictObject({ text: code, is: z.literal('missing'), missing }),
]);

/** Text, or codes that spell numbers, to a number. A text that is neither a number nor decided on is left over. */
export const toNumberShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('convert'),
    to: z.literal('number').default('number'),
    source,
    decimal: z.enum(['.', ',']).describe('What stands before the fraction.'),
    exceptions: z
      .array(exception)
      .max(1000)
      .describe('What texts that spell no number become; one that is not named is left over.'),
  });

export type Exception = Frozen<z.output<typeof exception>>;
type ToNumberOver<S> = Frozen<z.output<ReturnType<typeof toNumberShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type ToNumber = ToNumberOver<number>;
