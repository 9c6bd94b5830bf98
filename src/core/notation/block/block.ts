import type { Present } from '../form/compose.js';
import { Cursor, FAILED } from '../form/cursor.js';
import { Speaker } from '../form/speaker.js';
import type { Form, Grammar } from '../form/form.js';
import { type Line, placeOf } from '../text/lines.js';
import type { TextPlace } from '../text/problem.js';
import { isReserved } from '../form/words.js';
import { firstOf } from './first-words.js';
import { readWhole, type Reader, refuseChildren } from './reader.js';

/** A line as it is printed, with those under it. */
export interface Printed {
  pieces: readonly string[];
  children: readonly Printed[];
}

/** Says that something of what a block says cannot be. */
type Refuse = (message: string, mend: string) => void;

/** One thing that is said by a line with lines under it. */
export interface Block<T> {
  /** What the page on the notation calls it. */
  name: string;
  head: Form<T>;
  entries: readonly Entry<T>[];
  /** Whether a value is of this block, where several blocks say values of one field. */
  is?: (value: never) => boolean;
  /** Looks at all that was read, and completes it; null: it is not whole. */
  finish?: (read: T, refuse: Refuse, place: TextPlace) => T | null;
}

/** What can stand under a line: how it is read into what the block says, and printed from it. */
export interface Entry<T> {
  /** Reads a line, or says that it is none of this. */
  read: (line: Line, cursor: Cursor, reader: Reader, into: T) => boolean;
  print: (value: T, speaker: Speaker) => Printed[];
  grammar: Grammar;
  /** How its line begins: of a block its first line. */
  first: Grammar;
  /** The blocks that it stands for, for the page. */
  blocks: readonly BlockPage[];
  isRepeated: boolean;
}

/** How a block is written, for the page on the notation. */
export interface BlockPage {
  name: string;
  head: Grammar;
  lines: readonly Pick<Entry<never>, 'grammar' | 'blocks' | 'isRepeated'>[];
}

const byWords = new WeakMap<readonly Entry<never>[], Map<string, readonly Entry<never>[]>>();

/** Those of some entries that can begin with a word: a text of tens of thousands of lines is read at once. */
function beginningWith<T>(entries: readonly Entry<T>[], word: string): readonly Entry<T>[] {
  const plain = entries as readonly Entry<never>[];
  const known = byWords.get(plain) ?? new Map<string, readonly Entry<never>[]>();
  byWords.set(plain, known);
  // Words that nothing begins with are names, of which there is no end.
  const key = isReserved(word) ? word : '';
  const own =
    known.get(key) ??
    plain.filter(({ first }) => {
      const { words, thing } = firstOf(first);
      return thing || words.has(key);
    });
  known.set(key, own);
  return own as readonly Entry<T>[];
}

/** Reads lines under a line. */
export function readEntries<T>(
  lines: readonly Line[],
  entries: readonly Entry<T>[],
  reader: Reader,
  into: T,
  about: string | null,
): void {
  for (const line of lines) {
    const [token] = line.tokens;
    const word = token?.is === 'word' ? token.text.toLowerCase() : '';
    const cursor = new Cursor(line, reader.vocabulary, about);
    if (beginningWith(entries, word).some((entry) => entry.read(line, cursor, reader, into))) continue;
    // What else could have stood here is asked for where it is to be told.
    const again = new Cursor(line, reader.vocabulary, about);
    if (entries.some((entry) => entry.read(line, again, reader, into))) continue;
    reader.sayStuck(line, again);
  }
}

/** Reads the lines of a block whose first line was read. */
function readBlock<T>(block: Block<T>, line: Line, cursor: Cursor, reader: Reader, read: T): T | null {
  if (block.entries.length === 0) refuseChildren(reader, line);
  else readEntries(line.children, block.entries, reader, read, cursor.about);
  const place = placeOf(line);
  return block.finish ? block.finish(read, (message, mend) => reader.say(place, message, mend), place) : read;
}

/** A block as it is printed; null where it is not of this block. */
function printBlock<T>({ head, entries, is }: Block<T>, value: T, speaker: Speaker): Printed | null {
  if (is && !is(value as never)) return null;
  const pieces = head.say(value, speaker);
  const { about } = speaker;
  const under = () => new Speaker(speaker.vocabulary, about);
  return pieces && { pieces, children: entries.flatMap((entry) => entry.print(value, under())) };
}

/** A first line that fits one of several blocks, read with the lines under it. */
function readOne<V>(
  blocks: readonly Block<V>[],
  line: Line,
  cursor: Cursor,
  reader: Reader,
): { value: V | null } | null {
  for (const block of blocks) {
    const { about } = cursor;
    const read = readWhole(block.head, cursor);
    if (read === FAILED) continue;
    reader.references.push(...cursor.references);
    reader.print(line, block.head, read, about);
    return { value: readBlock(block, line, cursor, reader, read) };
  }
  return null;
}

/** A value as it is printed by the first of several blocks that is of it; nothing where none is. */
function printOne<V>(blocks: readonly Block<V>[], value: V, speaker: Speaker): Printed[] {
  for (const block of blocks) {
    const printed = printBlock(block, value, new Speaker(speaker.vocabulary, speaker.about));
    if (printed) return [printed];
  }
  return [];
}

const pageOf = <T>({ name, head, entries }: Block<T>): BlockPage => ({ name, head: head.grammar, lines: entries });

/** How blocks stand on the page: those that are one line as they are written, others by their names. */
function grammarOf(blocks: readonly BlockPage[]): Grammar {
  const parts = blocks.map(({ name, head }): Grammar => (name === LINE ? head : { is: 'rule', name }));
  return parts.length === 1 ? parts[0]! : { is: 'choice', parts };
}

/** What a block is called that is one line, and stands where it is used. */
const LINE = '';

/** A line under which nothing stands. */
const lineOf = <V>(form: Form<V>): Block<V> => ({ name: LINE, head: form, entries: [] });

/** Lines that say something, by one of several blocks. */
function entryOf<T, V>(
  blocks: readonly Block<V>[],
  isRepeated: boolean,
  put: (into: T, value: V | null, sayTwice: () => void) => void,
  valuesIn: (value: T) => readonly V[],
): Entry<T> {
  const pages = blocks.map((block) => pageOf(block));
  return {
    read: (line, cursor, reader, into) => {
      const read = readOne(blocks, line, cursor, reader);
      if (!read) return false;
      put(into, read.value, () =>
        reader.say(placeOf(line), 'This is said already, by a line above.', 'Take one of the two out.'),
      );
      return true;
    },
    print: (value, speaker) => valuesIn(value).flatMap((own) => printOne(blocks, own, speaker)),
    grammar: grammarOf(pages),
    first: { is: 'choice', parts: pages.map(({ head }) => head) },
    blocks: pages.filter(({ name }) => name !== LINE),
    isRepeated,
  };
}

/** A line with lines under it that says a field, once; of several blocks the one that fits. */
export const onceBlock = <T, K extends keyof T>(key: K, ...blocks: readonly Block<Present<T[K]>>[]): Entry<T> =>
  onceOf(key, blocks, () => false);

function onceOf<T, K extends keyof T>(
  key: K,
  blocks: readonly Block<Present<T[K]>>[],
  isUnsaid: (value: T) => boolean,
): Entry<T> {
  const seen = new WeakSet<object>();
  return entryOf(
    blocks,
    false,
    (into, value, sayTwice) => {
      if (seen.has(into as object)) sayTwice();
      seen.add(into as object);
      if (value !== null) into[key] = value;
    },
    (from) => {
      const own = from[key];
      return own === undefined || own === null || isUnsaid(from) ? [] : [own as Present<T[K]>];
    },
  );
}

/**
 * A line that says a field, once.
 * @param isUnsaid it is understood without being said
 */
export const once = <T, K extends keyof T>(
  key: K,
  form: Form<Present<T[K]>>,
  isUnsaid: (value: T) => boolean = () => false,
): Entry<T> => onceOf(key, [lineOf(form)], isUnsaid);

/** What a list is of. */
type ItemOf<L> = Present<L> extends readonly (infer V)[] ? V : never;

/** Lines with lines under them that each say one of a list. */
export const eachBlock = <T, K extends keyof T>(key: K, ...blocks: readonly Block<ItemOf<T[K]>>[]): Entry<T> =>
  entryOf(
    blocks,
    true,
    (into, value) => {
      const lists = into as Record<K, ItemOf<T[K]>[] | undefined>;
      if (value !== null) (lists[key] ??= []).push(value);
    },
    (from) => (from[key] as readonly ItemOf<T[K]>[] | undefined) ?? [],
  );

/** Lines that each say one of a list. */
export const each = <T, K extends keyof T>(key: K, form: Form<ItemOf<T[K]>>): Entry<T> => eachBlock(key, lineOf(form));
