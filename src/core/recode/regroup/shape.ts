import { z } from 'zod';
import { code, codes, type Frozen, label, missing } from '../shape.js';

/** What becomes of answers that no group names: told as left over, set aside as no answer, or a group each. */
export const UNNAMED = ['left-over', 'set-aside', 'own'] as const;

/** What becomes of missing codes that no group names: each stays, all become one, or all become blank. */
export const MISSING_CODES = ['keep', 'one', 'blank'] as const;

/** A group: its own code and label, and the codes of the source that go into it. */
const group = z.strictObject({ code: code.min(1), label, from: codes });

/**
 * Categories to categories. Codes that are missing in the source stay missing, each with its own reason, unless a
 * group names one. Codes set aside become missing by choice. A code that is nowhere is left over, and the proof says
 * so.
 */
export const regroupShape = <S>(source: z.ZodType<S>) =>
  z.strictObject({
    kind: z.literal('regroup'),
    source,
    level: z.enum(['unordered', 'ordered']),
    groups: z.array(group).max(1000),
    setAside: codes,
    unnamed: z
      .union([z.enum(UNNAMED), z.strictObject({ group: code })])
      .optional()
      .describe(
        'What becomes of answers that no group names; left over where absent; all into one group, by its code.',
      ),
    missing: z
      .enum(MISSING_CODES)
      .optional()
      .describe('What becomes of missing codes that no group names; each stays where absent.'),
    blank: z
      .union([z.strictObject({ group: code }), z.strictObject({ missing })])
      .optional()
      .describe('What a blank becomes: a group, or no answer for a reason; blank where absent.'),
  });

export type Group = Frozen<z.output<typeof group>>;
type RegroupOver<S> = Frozen<z.output<ReturnType<typeof regroupShape<S>>>>;

/** The same in a study: sources are variable ids. */
export type Regroup = RegroupOver<number>;
