import { Fault } from '../../fault.js';
import type { Interlock } from './shape.js';

/** Checks what no data can mend: fewer than two variables, or one twice. @throws Fault */
export function checkInterlock({ sources }: Pick<Interlock, 'sources'>): void {
  if (sources.length >= 2 && new Set(sources).size === sources.length) return;
  const what = sources.length < 2 ? 'An interlock takes two variables or more.' : 'A variable is chosen twice.';
  throw new Fault('invalid', what, 'Choose each variable once, and at least two.', { field: 'sources' });
}
