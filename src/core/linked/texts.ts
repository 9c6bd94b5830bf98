import { Fault } from '../fault.js';
import { part } from './build.js';
import { ask, type Asking } from './query.js';
import { type LinkedSource, tallyLinked, valuesLinked } from './source.js';

/** Different texts that are looked up one by one; with more of them a statement would grow too long. */
const MOST_TEXTS = 5000;

/**
 * What respondents have in a source, as texts, each with its respondents.
 * @throws Fault of a question, whose respondents have several, and where texts are too many
 */
export function* textsLinked(source: LinkedSource): Asking<{ counts: Map<string, number>; blank: number }> {
  const { linked, id, title } = source;
  if (linked.kind === 'sets')
    throw new Fault(
      'unsupported',
      `${title} is a multiple-response question.`,
      'Choose a variable with one answer a respondent.',
      { variable: title },
    );
  const counts = new Map<string, number>();
  let blank = 0;
  const add = (text: string, respondents: number) => {
    if (respondents > 0) counts.set(text, (counts.get(text) ?? 0) + respondents);
  };
  if (linked.kind === 'text') {
    for (const { by, respondents } of yield* ask({ by: [part(id, 'text')] })) {
      if (by[0] === null) blank += respondents;
      else add(String(by[0]), respondents);
    }
  } else if (linked.kind === 'coded') {
    const tally = yield* tallyLinked(source);
    tally.counts.forEach((respondents, code) => add(code, respondents));
    blank = tally.blank;
  } else {
    const tally = yield* valuesLinked(source);
    for (const [value, respondents] of tally.numbers) add(String(value), respondents);
    tally.words.forEach((respondents, word) => add(word, respondents));
    blank = tally.blank;
  }
  if (counts.size <= MOST_TEXTS) return { counts, blank };
  throw new Fault(
    'too-large',
    `${title} has ${counts.size.toLocaleString('en')} different values, and a linked study looks up ` +
      `${MOST_TEXTS.toLocaleString('en')} one by one.`,
    'Let the engine read them as numbers, in a view of the linked table, or choose another variable.',
    { variable: title },
  );
}
