import { z } from './zod.js';
import { parseWith } from '../core/parse-with.js';

/** Characters of a draft, as JSON. */
const LONGEST_DRAFT = 1_000_000;

export const DraftSchema = z.strictObject({
  value: z
    .unknown()
    .refine(
      (value) => JSON.stringify(value ?? null).length <= LONGEST_DRAFT,
      'A draft has at most a million characters.',
    )
    .describe('What the screen keeps; only the screen knows its shape.'),
});

export const DraftsSchema = z
  .array(z.object({ name: z.string(), value: z.unknown(), edited: z.string() }))
  .describe('The newest first.');

const NameSchema = z
  .string()
  .regex(/^[A-Za-z0-9][A-Za-z0-9.-]{0,199}$/, 'The name of a draft is made of letters, digits, points and dashes.');

/** The name of a draft in a path. @throws Fault where it is not a valid name */
export const draftName = (text: string): string => parseWith(NameSchema, text);
