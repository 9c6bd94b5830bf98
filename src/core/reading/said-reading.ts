import { pinnedReading } from './pinned-reading.js';
import type { Answer } from './types.js';

/** A reading as text: the sentence for the report, and what stands behind it. */
export interface SaidReading {
  /** What is read. */
  title: string;
  /** Empty where there is nothing to say. */
  sentence: string;
  /** "Association", "Strength", "To mind": what was found. */
  lines: { what: string; text: string }[];
}

/**
 * What is said of a block, as text.
 * @param of its sentence, and the respondents in it
 */
export function saidReading(of: { title: string; base: number }, answers: readonly Answer[]): SaidReading {
  const { verdict, test, size, measures, cautions, sentence } = pinnedReading({ ...of, address: '' }, answers);
  const lines = [
    { what: 'Association', texts: [verdict, test] },
    { what: 'Strength', texts: [size, measures.map(({ name, text }) => `${name} ${text}`).join('; ')] },
    { what: 'To mind', texts: cautions },
  ];
  return {
    title: of.title,
    sentence,
    lines: lines.flatMap(({ what, texts }) => {
      const text = texts.filter((words) => words !== '').join(' ');
      return text === '' ? [] : [{ what, text }];
    }),
  };
}
