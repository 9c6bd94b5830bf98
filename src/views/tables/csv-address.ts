import type { Shown } from '../../api/types.js';
import { sayFigures } from '../../core/table/figure-choice.js';
import { bodyOfSentence } from '../../core/table/sentence-shape.js';
import type { Sentence } from '../../core/table/sentence.js';
import { fileAddress } from '../server/address.js';

/** The address of a table as CSV, as it is shown. */
export function csvAddress(
  study: string,
  sentence: Sentence,
  { figures, order = 'list', last, sort, sortNest, sortFigure, ascending, full, adjustment, bases, confidence }: Shown,
): string {
  const query = {
    sentence: JSON.stringify(bodyOfSentence(sentence)),
    order,
    last: last === true ? 'true' : 'false',
    ...(sort === undefined ? {} : { sort }),
    ...(sortNest === undefined ? {} : { sortNest: String(sortNest) }),
    ...(sortFigure === undefined ? {} : { sortFigure }),
    ...(ascending === true ? { ascending: 'true' as const } : {}),
    ...(full === true ? { full: 'true' as const } : {}),
    ...(figures ? { figures: sayFigures(figures) } : {}),
    ...(adjustment ? { adjustment } : {}),
    ...(confidence === undefined ? {} : { confidence: String(confidence) }),
    ...(bases ? { bases: JSON.stringify(bases) } : {}),
  } as const;
  return fileAddress('GET /studies/{study}/table.csv', { study, query });
}
