import { Fault } from '../fault.js';
import type { Sentence } from '../table/sentence.js';

/** @throws Fault where a sentence asks for a summary and for something that a summary is not */
export function checkSummary({ by, battery }: Pick<Sentence, 'by' | 'battery'>): void {
  if (battery)
    throw new Fault(
      'invalid',
      'A summary says each variable by groups, and a battery by its answers: a table is one of the two.',
      'Take “Summary of” or “by their answers” out of the sentence.',
      { field: 'summary' },
    );
  if (by.length > 1)
    throw new Fault(
      'invalid',
      'A summary has one grouping across.',
      'Keep one; a second one can split the first, or be what the table is within.',
      { field: 'by' },
    );
}
