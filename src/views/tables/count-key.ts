import { byId } from '../../core/by-id.js';
import { type Sentence, variablesOf } from '../../core/table/sentence.js';
import type { TableStudy } from './table-study.js';

/**
 * All that the counts of a sentence depend on: the sentence, and the columns, levels and missing codes of the variables
 * it names. What else changes in a study (a label, a table kept), and what cells show, asks for no new count.
 */
export function countKey(view: TableStudy | null, sentence: Sentence | null): string {
  if (!view || !sentence) return '';
  const stand = variablesOf(sentence).map((id) => {
    const variable = byId(view.variables, id);
    return (
      variable && [id, variable.columnId, variable.level, variable.codes.map(({ code, missing }) => [code, missing])]
    );
  });
  const counted = {
    ...sentence,
    codes: sentence.codes?.filter(({ answer }) => answer).map(({ variable, code }) => [variable, code]),
    rows: sentence.rows.map(({ nets, ...item }) => ({
      ...item,
      figures: undefined,
      nets: nets?.map(({ codes }) => codes),
    })),
  };
  return JSON.stringify([view.study.id, counted, stand]);
}
