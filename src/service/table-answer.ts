import { findVariable } from '../core/table/find-variable.js';
import { displayOf } from '../core/table/display.js';
import { parseSentence } from '../core/table/parse-sentence.js';
import type { Sentence } from '../core/table/sentence.js';
import { type PartsCalled, sentenceOfParts } from '../core/table/sentence-shape.js';
import type { AnswerOptions } from '../core/view/whole-answer.js';
import { allVariables, type VariableRow } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { countSentence } from './count-table.js';
import { reportSpreads } from './report-spreads.js';
import { JsonText } from './json-text.js';

/** What a table is asked for by: a sentence in words, or its parts with variables by id, name or label. */
export type TableAsked = Omit<AnswerOptions, 'predicted'> & {
  /** A side, or variables by id, name or label. */
  predicted?: 'rows' | 'columns' | (number | string)[] | undefined;
} & ({ sentence: string } | PartsCalled<number | string>);

/** What is asked for as a sentence of the study. @throws Fault naming what is not of it */
export const readAsked = ({ db }: OpenStudy, asked: TableAsked): Sentence => sentenceIn(asked, allVariables(db));

function sentenceIn(asked: TableAsked, variables: readonly VariableRow[]): Sentence {
  if ('sentence' in asked) return parseSentence(asked.sentence, variables);
  return sentenceOfParts(asked, (called, field) => findVariable(variables, called, field).id);
}

/**
 * Answers a whole table (`WholeAnswer`) as JSON: counts, percentages, bases, who is left out, tests, measures, cells
 * and the reading, of each block. It is worked out and written in a thread.
 * @throws Fault naming a variable, a category or a condition that is not of the study
 */
export async function answerTable(service: Service, study: OpenStudy, asked: TableAsked): Promise<JsonText> {
  const variables = allVariables(study.db);
  const sentence = sentenceIn(asked, variables);
  const counts = await countSentence(service, study, sentence);
  // Two numbers are read respondent by respondent, as on the screen.
  const across = Math.max(1, sentence.by.length);
  const readings = counts.map((_, k) => ({ item: Math.floor(k / across), nest: k % across }));
  const spreads = await reportSpreads(
    service,
    study,
    { sentence, shown: { confidence: asked.confidence, readings } },
    false,
  );
  const { confidence, percent, exact, letters, summaryShown } = asked;
  const predicted = Array.isArray(asked.predicted)
    ? asked.predicted.map((called, k) => findVariable(variables, called, `predicted[${k}]`).id)
    : asked.predicted;
  const options = { ...displayOf(asked), confidence, predicted, percent, exact, letters, summaryShown };
  return new JsonText(await service.run('table', { counted: { sentence, counts, variables, spreads }, options }));
}
