import { type MissingReason, MISSING_WORDS } from '../../codebook/types.js';
import { oneOf } from '../form/compose.js';
import type { Form } from '../form/form.js';

/** Why something is no answer: "refused", "don't know", "not asked", "no answer". */
export const reason: Form<MissingReason> = oneOf(MISSING_WORDS);
