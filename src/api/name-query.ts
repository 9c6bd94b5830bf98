import { z } from './zod.js';

/** The query of an operation that is sent a file: what the file is called. */
export const nameQuery = (sent: 'file' | 'codebook') =>
  z.object({ file: z.string().optional().describe(`Name of the ${sent}.`) });
