import { Fault } from '../../fault.js';
import type { Flags } from './shape.js';

/** Checks what no data can mend: no code, no words for yes and no. */
export function checkFlags({ codes, yes, no }: Pick<Flags, 'codes' | 'yes' | 'no'>): void {
  if (codes.length === 0) {
    throw new Fault('invalid', 'No category is chosen to be flagged.', 'Choose one or more.', { field: 'codes' });
  }
  if (yes.trim() === '' || no.trim() === '' || yes.trim().toLowerCase() === no.trim().toLowerCase()) {
    throw new Fault('invalid', 'Yes and no need two different words.', 'Write both.', {
      field: yes.trim() === '' ? 'yes' : 'no',
    });
  }
}
