import type { StudyView } from '../../api/types.js';
import type { Frozen } from '../../core/report/frozen-shape.js';
import type { TableStudy } from '../tables/table-study.js';

/** A study as a table knows it, with the codebook and the words for size that the table was frozen with. */
export const frozenView = ({ study, workings }: StudyView, { variables, sizes }: Frozen): TableStudy => ({
  study: { ...study, settings: { ...study.settings, sizeWords: sizes } },
  variables,
  workings,
});
