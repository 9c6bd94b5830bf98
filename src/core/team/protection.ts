import { z } from 'zod';
import { isEnough, type Role, ROLES } from './roles.js';

/** What a study hands out, and to whom. */
export const ProtectionShape = z.strictObject({
  rows: z.enum(ROLES).describe('From which role up respondents are shown and handed out one by one.'),
  leastBase: z
    .int()
    .min(0)
    .max(100_000)
    .describe('Tables that stand on fewer respondents are not handed out to who does not own the study; 0: all are.'),
});
export type Protection = z.infer<typeof ProtectionShape>;

/** What holds of a study of which nothing else was said. */
export const USUAL_PROTECTION: Protection = { rows: 'tabulates', leastBase: 0 };

/**
 * Whether somebody may see respondents one by one.
 * @example maySeeRows('reads', { rows: 'tabulates', leastBase: 0 }) // false
 */
export const maySeeRows = (role: Role | null, { rows }: Protection): boolean => isEnough(role, rows);
