import type { StudyView } from '../../api/types.js';
import type { Variable } from '../../core/codebook/types.js';

/** What a table needs to know of a study: how its codebook describes it, and where the values of a variable are. */
export interface TableStudy {
  study: Pick<StudyView['study'], 'id' | 'settings'>;
  /** Those of a table that is frozen are as they were, and some of them can be gone. */
  variables: readonly (Variable & { columnId?: number | undefined })[];
  workings: readonly Pick<StudyView['workings'][number], 'recipe' | 'variable'>[];
}
