import type { AskedOf, Shown } from '../../api/types.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import { queryOf, type Way } from '../hand-over/ways.js';
import type { Sentence } from '../../core/table/sentence.js';

/** What a table is asked for with as a file, as it is shown. */
export const tableFile = (
  study: string,
  sentence: Sentence,
  shown: Shown,
  way: Way,
): AskedOf<'GET /studies/{study}/table/file'> => ({
  study,
  query: { ...queryOf(way), sentence: JSON.stringify(bodyOfSentence(sentence)), shown: JSON.stringify(shown) },
});
