import type { Variable } from '../codebook/types.js';
import { STANDINGS, type Standing } from '../count/set-state.js';
import { Fault } from '../fault.js';
import { takeOnly } from './parse-clause.js';
import { BATTERY_WORDS, COUNTED_WORDS, MENTION_WORDS, SUMMARY_WORDS, VALUES_WORDS } from './say-sentence.js';
import { MENTIONS, type Nest, type RowItem, type Sentence } from './sentence.js';
import { type Part, SentenceCursor } from './sentence-cursor.js';

type Wanted = Omit<RowItem, 'variable'>;

/** "counting those who gave no answer too", "of all respondents". */
function takeCounted(cursor: SentenceCursor): readonly Standing[] | null {
  if (cursor.take(/of those who mentioned something/iu)) return [];
  if (cursor.take(/of all respondents/iu)) return STANDINGS;
  if (!cursor.take(/counting those who\s+/iu)) return null;
  const words = Object.values(COUNTED_WORDS);
  const said = new Set<string>();
  do {
    const word = cursor.takeWord(words);
    if (word === null)
      throw new Fault(
        'invalid',
        `Who is counted too is not said: “${cursor.rest.slice(0, 60).trim()}”.`,
        `Write ${words.map((text) => `“${text}”`).join(', ')}.`,
        { field: 'rows' },
      );
    said.add(word);
  } while (cursor.take(/\s*,\s*(?:or\s+)?|\s+or\s+/iu));
  cursor.take(/\s+too/iu);
  return STANDINGS.filter((standing) => said.has(COUNTED_WORDS[standing]));
}

/** What is wanted of a row item, where it is said here; null where it is not. */
function takeWanted(cursor: SentenceCursor): Wanted | null {
  if (cursor.takeWord([VALUES_WORDS])) return { as: 'values' };
  const mention = MENTIONS.find((candidate) => cursor.takeWord([MENTION_WORDS[candidate] || `${candidate} mention`]));
  if (mention !== undefined) return mention === 'any' ? {} : { mention };
  const counted = takeCounted(cursor);
  return counted && { counted };
}

/** What stands in brackets behind an item: "(first mention; of all respondents)". */
function takeBracketed(cursor: SentenceCursor): Wanted {
  const before = cursor.at;
  if (!cursor.take(/\s*\(\s*/u)) return {};
  let wanted: Wanted = {};
  do {
    const next = takeWanted(cursor);
    if (!next) {
      cursor.at = before;
      return {};
    }
    wanted = { ...wanted, ...next };
  } while (cursor.take(/\s*;\s*/u));
  cursor.take(/\s*\)/u);
  return wanted;
}

/** "A, B and C", as long as variables follow. */
function takeList<T>(cursor: SentenceCursor, takeOne: () => T): T[] {
  const list = [takeOne()];
  for (;;) {
    const before = cursor.at;
    const isListed = cursor.take(/\s*,\s*and\s+|\s+and\s+/iu) ?? (cursor.take(/\s*,\s*/u) && cursor.isAtNoun());
    if (!isListed) {
      cursor.at = before;
      return list;
    }
    list.push(takeOne());
  }
}

/** "Season split by Tenure". */
function takeNest(cursor: SentenceCursor): Nest {
  const nest = [cursor.takeVariable('by').id];
  while (cursor.take(/\s+split by\s+/iu)) nest.push(cursor.takeVariable('by').id);
  return nest;
}

function takeItem(cursor: SentenceCursor): RowItem {
  const { id } = cursor.takeVariable('rows');
  return { variable: id, ...takeBracketed(cursor) };
}

/** "Summary of", where no variable is called so. */
function takeSummary(cursor: SentenceCursor): boolean {
  if (cursor.isAtNoun() || cursor.takeWord([SUMMARY_WORDS]) === null) return false;
  cursor.take(/\s+/u);
  return true;
}

/** What a part of a sentence says. */
function takePart(cursor: SentenceCursor, part: Part): Partial<Sentence> {
  switch (part) {
    case 'by':
      // A variable may be called so; it goes before.
      if (!cursor.isAtNoun() && cursor.takeWord([BATTERY_WORDS])) return { battery: true };
      return { by: takeList(cursor, () => takeNest(cursor)) };
    case 'within':
      return { within: cursor.takeVariable('within').id };
    case 'only where':
      return { only: takeOnly(cursor) };
    case 'weighted by':
      return { weight: cursor.takeVariable('weight').id };
  }
}

/**
 * Reads a sentence as it is printed: "Satisfaction and Crops grown by Site and Season split by Tenure, within Wave,
 * only where Age 60 and over, weighted by Survey weight"; "Summary of Age and Site by Season".
 * Variables by name or label, categories by label or code.
 * @throws Fault naming what is not of the study
 */
export function parseSentence(text: string, variables: readonly Variable[]): Sentence {
  const cursor = new SentenceCursor(text.trim(), variables);
  if (cursor.isAtEnd() || (/^by\s/iu.test(cursor.rest) && !cursor.isAtNoun()))
    throw new Fault(
      'invalid',
      'The sentence names no variable.',
      'Begin with what goes down, such as “Satisfaction by Site”.',
      { field: 'sentence' },
    );
  const isSummary = takeSummary(cursor);
  const rows = takeList(cursor, () => takeItem(cursor));
  let sentence: Sentence = { rows, by: [], within: null, only: [], weight: null };
  if (isSummary) sentence = { ...sentence, summary: true };
  const seen = new Set<Part>();
  while (!cursor.isAtEnd()) {
    const part = cursor.takePart();
    if (part && seen.has(part))
      throw new Fault(
        'invalid',
        `“${part}” stands twice in the sentence.`,
        'Join conditions, and what stands across, by and; a table has one of the others.',
        { field: 'sentence' },
      );
    if (part) {
      seen.add(part);
      sentence = { ...sentence, ...takePart(cursor, part) };
      continue;
    }
    cursor.take(/[\s,]*/u);
    const wanted = takeWanted(cursor);
    const [item, ...others] = sentence.rows;
    if (!wanted || !item || others.length > 0) throw notRead(cursor);
    sentence = { ...sentence, rows: [{ ...item, ...wanted }] };
  }
  return sentence;
}

function notRead(cursor: SentenceCursor): Fault {
  const rest = cursor.rest.slice(0, 60).trim();
  return new Fault(
    'invalid',
    `“${rest}” has no meaning here.`,
    'A sentence goes on with “by”, “within”, “only where” or “weighted by”.',
    { field: 'sentence' },
  );
}
