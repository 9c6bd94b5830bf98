import { field, maybe, phrase } from '../form/compose.js';
import type { Form } from '../form/form.js';
import { newCode, text } from '../form/terms.js';

interface MadeCode {
  code: string;
  label: string;
}

/** A code that a working makes, with its label: `option 1 "Beans"`. */
export const madeCode = (before: string): Form<MadeCode> =>
  phrase<MadeCode>(
    { label: '' },
    before,
    field('code', newCode),
    maybe(({ label }) => label !== '', field('label', text)),
  );
