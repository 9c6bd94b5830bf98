import { z } from 'zod';

const id = z.int().min(1);

/** A working in the place of its source: what was the source's, to be given back. */
export const StandsInShape = z.object({
  source: id,
  name: z.string().describe('What the result was called before it took the source’s name.'),
  aside: z.boolean().describe('The source was out of the lists already.'),
  workings: z.array(id).describe('Workings that went over from the source to the result.'),
  tables: z.array(id).describe('Tables that did.'),
});

export type StandsIn = z.infer<typeof StandsInShape>;
