import type { Source } from '../../core/recode/derivation.js';
import { saidIn } from '../../core/recode/theme/said-in.js';
import { cachedColumn } from './column-cache.js';
import { textsOf } from './derive/columns.js';
import type { DeriveSource } from './derive/types.js';

export interface AnswersJob {
  file: string;
  respondents: number;
  /** Text variables; what a respondent says in all of them is one answer. */
  sources: DeriveSource[];
}

/** An answer in words, whoever gave it. */
export interface Answer {
  text: string;
  /** Respondents who gave it. */
  respondents: number;
  /** The place of the first of them in the data, from 1. */
  first: number;
}

/** The different answers to text variables, in the order in which they come in the data. */
export function answersInStudy({ file, respondents, sources }: AnswersJob): Answer[] {
  const read = sources.map((source): Source => {
    const column = cachedColumn(file, source.column);
    return { ...source, column, texts: () => textsOf(file, source, column) };
  });
  const said = saidIn(read);
  const answers = new Map<string, Answer>();
  for (let k = 0; k < respondents; k++) {
    const text = said(k);
    if (typeof text !== 'string') continue;
    const answer = answers.get(text);
    if (answer) answer.respondents++;
    else answers.set(text, { text, respondents: 1, first: k + 1 });
  }
  return [...answers.values()];
}
