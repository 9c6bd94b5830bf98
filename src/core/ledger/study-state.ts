import type { StateOf, VariableState } from './delta-shape.js';

/** Everything in a study that can be changed, each thing by its id. */
export interface StudyState {
  /** Variables in the order of the roster. */
  order: number[];
  list: Map<number, StateOf<'list'>>;
  working: Map<number, StateOf<'working'>>;
  variable: Map<number, VariableState>;
  table: Map<number, StateOf<'table'>>;
  binder: Map<number, StateOf<'binder'>>;
  mark: Map<number, StateOf<'mark'>>;
}
