import type { Shown } from '../../api/types.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import type { Sentence } from '../../core/table/sentence.js';
import { fileAddress } from '../server/address.js';

const word = (yes: boolean | undefined) => (yes === true ? 'true' : 'false');

/** The address of a table as CSV, as it is shown. */
export function csvAddress(study: string, sentence: Sentence, shown: Omit<Shown, 'counts' | 'hatch'>): string {
  const { percent, order = 'list', last, expected, residuals, letters } = shown;
  const asked = JSON.stringify(bodyOfSentence(sentence));
  const said = { percent, order, last: word(last), expected: word(expected), residuals: word(residuals) } as const;
  const query = { ...said, ...(letters ? { letters } : {}), sentence: asked };
  return fileAddress('GET /studies/{study}/table.csv', { study, query });
}
