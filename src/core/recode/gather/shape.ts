import { z } from 'zod';
import { settle } from '../settle.js';
import { code, codes, type Frozen, label } from '../shape.js';

/** One option of a multiple-response question: a column, and the code in it that means "ticked". */
const itemShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    source,
    label,
    ticked: code.describe('The code that means ticked.'),
    also: codes.optional().describe('More codes that mean it too.'),
    exclusive: z.boolean().optional().describe('It excludes all other options.'),
  });

/** Several yes/no columns to one multiple-response variable; the column for "none of these" is not an option. */
export const gatherShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('gather'),
    items: z.array(itemShape(source)).max(500),
    none: itemShape(source).nullable(),
    settle,
  });

type GatherItemOver<S> = Frozen<z.output<ReturnType<typeof itemShape<S>>>>;
type GatherOver<S> = Frozen<z.output<ReturnType<typeof gatherShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Gather = GatherOver<number>;
export type GatherItem = GatherItemOver<number>;
