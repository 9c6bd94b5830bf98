import { z } from 'zod';
import { codes, type Frozen, label } from '../shape.js';

/** One yes/no variable for a category. */
export const flagsShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('flags'),
    source,
    codes: codes.describe('Any of these is a yes.'),
    yes: label,
    no: label,
  });

type FlagsOver<S> = Frozen<z.output<ReturnType<typeof flagsShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Flags = FlagsOver<number>;
