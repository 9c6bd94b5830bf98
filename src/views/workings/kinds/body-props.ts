import type { RosterVariable, StudyView, VariableDetail, Working } from '../../../api/types.js';
import type { Recipe } from '../../../core/recode/recipe-shape.js';
import type { Previewed } from '../use-preview.js';

/** What the part of an editor gets that is of one kind. */
export interface BodyProps<R extends Recipe> {
  view: StudyView;
  recipe: R;
  change: (recipe: R) => void;
  previewed: Previewed;
  /** Of the variable that the recipe stands on, where it is one. */
  source: RosterVariable | undefined;
  detail: VariableDetail | null;
  /** Words of an editor that makes several variables at once. */
  isNew: boolean;
  /** What is changed; null: a new one. */
  working: Working | null;
}
