import type { AskedOf, CodeBody } from '../../api/types.js';
import { ask } from '../server/ask.js';

type Wanted = AskedOf<'POST /studies/{study}/variables/{variable}/order'>['body'];

/** The codes of a variable in another order, as the server counts it; nothing is kept. */
export function orderCodesOf(study: string, variable: number, { of, ...wanted }: Wanted): Promise<CodeBody[]> {
  const body = { ...wanted, ...(of === undefined ? {} : { of }) };
  return ask('POST /studies/{study}/variables/{variable}/order', { study, variable, body });
}
