import type { AskedOf, Shown } from '../../api/types.js';
import type { ReportFormat } from '../../core/report/report-formats.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import type { Sentence } from '../../core/table/sentence.js';

/** What a table is asked for with as a file, as it is shown. */
export const tableFile = (
  study: string,
  sentence: Sentence,
  shown: Shown,
  as: ReportFormat,
): AskedOf<'GET /studies/{study}/table/file'> => ({
  study,
  query: { as, sentence: JSON.stringify(bodyOfSentence(sentence)), shown: JSON.stringify(shown) },
});
