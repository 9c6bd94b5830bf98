import { z } from 'zod';
import { settle } from '../settle.js';
import { code, codes, type Frozen, options, sourcesOf } from '../shape.js';

/** Several columns that each hold one code of the same list, to one multiple-response variable. */
export const slotsShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('slots'),
    sources: sourcesOf(source),
    options,
    exclusive: codes.optional().describe('Options that exclude all others.'),
    settle,
    none: code.nullable().describe('The code that says "none of these".'),
  });

type SlotsOver<S> = Frozen<z.output<ReturnType<typeof slotsShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Slots = SlotsOver<number>;
