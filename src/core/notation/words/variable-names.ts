import { listOrNone } from '../form/compose.js';
import type { Form } from '../form/form.js';
import { variableName } from '../form/terms.js';

/** Variables, by commas. */
export const variableNames: Form<readonly string[]> = listOrNone(variableName, 'nothing');
