import type { Code, Level } from '../codebook/types.js';

/** What a working makes, apart from its name. */
export interface MadeVariable {
  level: Level;
  codes: Code[];
}
