import { Fault } from '../fault.js';
import type { Sentence } from '../table/sentence.js';

/** @throws Fault where a sentence cannot stand as a list of its tables */
export function checkSweep({ by, within, summary }: Pick<Sentence, 'by' | 'within' | 'summary'>): void {
  if (by.length === 0) throw new Fault('invalid', 'A sweep needs what goes across.', 'Give a "by".', { field: 'by' });
  if (within !== null)
    throw new Fault(
      'invalid',
      'A sweep has no "within".',
      'Use "split by", or sweep each category with "only where".',
      { field: 'within' },
    );
  if (summary)
    throw new Fault(
      'invalid',
      'A table is a summary of its variables, or a sweep of them.',
      'Take “Summary of” out of the sentence.',
      { field: 'summary' },
    );
}
