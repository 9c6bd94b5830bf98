import type { Code } from '../../codebook/types.js';
import { field, maybe, phrase } from '../form/compose.js';
import type { Form } from '../form/form.js';
import { newCode, text } from '../form/terms.js';
import { reason } from './reason.js';

/** A code with its label, and why it is no answer: `9 "Would not say" is refused`. */
export const codeLine: Form<Code> = phrase<Code>(
  { missing: null },
  field('code', newCode),
  field('label', text),
  maybe(({ missing }) => missing !== null, 'is', field('missing', reason)),
);
