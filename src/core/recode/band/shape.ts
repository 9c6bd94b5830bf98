import { z } from 'zod';
import { code, codes, type Frozen, label } from '../shape.js';

/** Which ends of a stretch belong to it. */
export const BAND_ENDS = ['lower', 'upper', 'both'] as const;
export type BandEnds = (typeof BAND_ENDS)[number];

const end = (says: string) => z.number().nullable().describe(says);

/** One band of a number: a stretch of the line, or single values set apart from the stretches. */
const cut = z.discriminatedUnion('is', [
  z.strictObject({
    is: z.literal('range'),
    code: code.min(1),
    label,
    from: end('Null: open below.'),
    to: end('Null: open above.'),
  }),
  z.strictObject({ is: z.literal('values'), code: code.min(1), label, values: z.array(z.number()).max(1000) }),
]);

/**
 * A number to ordered categories. Single values stand before stretches; of stretches that overlap, the first has a
 * value. Missing codes are in no band, unless they are taken in by name.
 */
export const bandShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('band'),
    source,
    ends: z.enum(BAND_ENDS).describe('Which ends of a stretch belong to it.'),
    bands: z.array(cut).max(1000),
    taken: codes.describe('Missing codes that count as the numbers they spell, on purpose.'),
  });

export type Cut = Frozen<z.output<typeof cut>>;
type BandOver<S> = Frozen<z.output<ReturnType<typeof bandShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Band = BandOver<number>;
