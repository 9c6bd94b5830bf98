import type { Settle } from '../../recode/settle.js';
import { oneOf } from '../form/compose.js';
import type { Form } from '../form/form.js';

/** What stands where an answer that excludes all others is given with another. */
export const settled: Form<Settle> = oneOf<Settle>({
  option: 'where an excluding answer stands with others, the others count',
  exclusive: 'where an excluding answer stands with others, it alone counts',
  aside: 'where an excluding answer stands with others, no answer counts',
});
