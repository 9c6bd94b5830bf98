import { z } from 'zod';

/** What was found in a file that was looked through. */
export const VerifiedShape = z.object({
  whole: z.boolean().describe('Nothing is wrong.'),
  wrong: z.array(z.string()).describe('What is wrong with the file as such, in sentences.'),
  damaged: z
    .array(z.object({ variable: z.string(), what: z.string() }))
    .describe('Variables whose data is damaged, with what is wrong, and those that workings make of them.'),
  right: z.int().describe('How many variables are still right.'),
  sealed: z
    .boolean()
    .nullable()
    .describe('Of a backup: whether all in it is as it was made; null: the file is no backup.'),
});
export type Verified = z.infer<typeof VerifiedShape>;
