import { type Cursor, FAILED, NO_MATCH } from './cursor.js';
import type { Form, Grammar } from './form.js';
import type { Speaker } from './speaker.js';
import { words } from './words.js';

/** A piece of a sentence of several: it reads into an object, and prints from it. */
export interface Piece<T> {
  read: (cursor: Cursor, into: Partial<T>) => void;
  say: (from: T, speaker: Speaker) => readonly string[] | null;
  grammar: Grammar;
}

const wordsPiece = <T>(text: string): Piece<T> => {
  const form = words(text);
  return {
    read: (cursor) => form.read(cursor),
    say: (_, speaker) => form.say(undefined, speaker),
    grammar: form.grammar,
  };
};

/** A field's value where there is one. */
export type Present<V> = Exclude<V, undefined | null>;

/** A field of what is said. */
export function field<T, K extends keyof T>(key: K, form: Form<Present<T[K]>>): Piece<T> {
  return {
    read: (cursor, into) => {
      into[key] = form.read(cursor);
    },
    say: (from, speaker) => {
      const own = from[key];
      return own === undefined || own === null ? null : form.say(own as Present<T[K]>, speaker);
    },
    grammar: form.grammar,
  };
}

/** Pieces that stand, or not: they are left away where printing them would say what is understood anyway. */
export function maybe<T>(isSaid: (from: T) => boolean, ...pieces: readonly (string | Piece<T>)[]): Piece<T> {
  const inner = pieces.map((piece) => (typeof piece === 'string' ? wordsPiece<T>(piece) : piece));
  return {
    read: (cursor, into) => {
      const read: Partial<T> = {};
      const outcome = cursor.attempt(() => inner.forEach((piece) => piece.read(cursor, read)));
      if (outcome !== FAILED) Object.assign(into, read);
    },
    say: (from, speaker) => (isSaid(from) ? sayAll(inner, from, speaker) : []),
    grammar: { is: 'optional', part: { is: 'sequence', parts: inner.map(({ grammar }) => grammar) } },
  };
}

function sayAll<T>(pieces: readonly Piece<T>[], value: T, speaker: Speaker): string[] | null {
  const said: string[] = [];
  for (const piece of pieces) {
    const own = piece.say(value, speaker);
    if (own === null) return null;
    said.push(...own);
  }
  return said;
}

/** An object with lists of its own, to which lines are added. */
const copied = <T extends object>(start: T): T =>
  Object.fromEntries(
    Object.entries(start).map(([key, value]: [string, unknown]) => [key, Array.isArray(value) ? value.slice() : value]),
  ) as T;

/**
 * Words and fields one behind the other.
 * @param start fields that are understood where nothing says them
 * `phrase({}, field('from', number), 'to', field('to', number))` reads and says "1 to 5".
 */
export function phrase<T extends object>(start: Partial<T>, ...pieces: readonly (string | Piece<T>)[]): Form<T> {
  const inner = pieces.map((piece) => (typeof piece === 'string' ? wordsPiece<T>(piece) : piece));
  return {
    read: (cursor) => {
      const read = copied(start);
      for (const piece of inner) piece.read(cursor, read);
      // All fields that `start` does not have are read by a piece, or may be absent.
      return read as T;
    },
    say: (value, speaker) => sayAll(inner, value, speaker),
    grammar: { is: 'sequence', parts: inner.map(({ grammar }) => grammar) },
  };
}

/** Words before a form, or behind it, that belong to it. */
export const behindWords = <T>(before: string, form: Form<T>): Form<T> => {
  const first = words(before);
  return {
    read: (cursor) => {
      first.read(cursor);
      return form.read(cursor);
    },
    say: (value, speaker) => {
      const said = form.say(value, speaker);
      return said && [...first.say(undefined, speaker)!, ...said];
    },
    grammar: { is: 'sequence', parts: [first.grammar, form.grammar] },
  };
};

/** One of several; what comes first goes first. */
export function either<T>(...forms: readonly Form<T>[]): Form<T> {
  return {
    read: (cursor) => {
      for (const form of forms) {
        const read = cursor.attempt(() => form.read(cursor));
        if (read !== FAILED) return read;
      }
      throw NO_MATCH;
    },
    say: (value, speaker) => {
      for (const form of forms) {
        const said = speaker.attempt(() => form.say(value, speaker));
        if (said) return said;
      }
      return null;
    },
    grammar: { is: 'choice', parts: forms.map(({ grammar }) => grammar) },
  };
}

/** The same said of something else. @param from undefined: this form does not say it */
export function as<T, U>(form: Form<T>, to: (value: T) => U, from: (value: U) => T | undefined): Form<U> {
  return {
    read: (cursor) => to(form.read(cursor)),
    say: (value, speaker) => {
      const own = from(value);
      return own === undefined ? null : form.say(own, speaker);
    },
    grammar: form.grammar,
  };
}

/** Words that mean a value. */
export function meaning<T extends string | number | boolean | null>(text: string, value: T): Form<T> {
  const form = words(text);
  return {
    read: (cursor) => {
      form.read(cursor);
      return value;
    },
    say: (other, speaker) => (other === value ? form.say(undefined, speaker) : null),
    grammar: form.grammar,
  };
}

/** Words that say that something is so. */
export const flag = (text: string): Form<boolean> => meaning<boolean>(text, true);

/** A word for each of some values: the longest that stands here. */
export function oneOf<T extends string>(said: Readonly<Record<T, string>>): Form<T> {
  const forms = (Object.entries(said) as [T, string][])
    .sort((a, b) => b[1].length - a[1].length)
    .map(([value, text]) => meaning(text, value));
  const sorted = either<T>(...forms);
  const shown = Object.values<string>(said).map((text): Grammar => ({ is: 'words', text }));
  return { ...sorted, grammar: { is: 'choice', parts: shown } };
}

/** Things one after the other with a sign or a word between them, at least one. */
export function listOf<T>(form: Form<T>, between: string, last = between): Form<readonly T[]> {
  const joints = [...new Set([last, between])].map((joint) => words(joint));
  return {
    read: (cursor) => {
      const read = [form.read(cursor)];
      for (;;) {
        const next = cursor.attempt(() => {
          either(...joints).read(cursor);
          return form.read(cursor);
        });
        if (next === FAILED) return read;
        read.push(next);
      }
    },
    say: (values, speaker) => {
      const said = values.map((value) => form.say(value, speaker));
      if (values.length === 0 || said.includes(null)) return null;
      const joint = (k: number) => (k === values.length - 1 ? last : between).split(' ');
      return said.flatMap((own, k) => [...(k === 0 ? [] : joint(k)), ...own!]);
    },
    grammar: { is: 'list', part: form.grammar, between: last === between ? between : `${between}|${last}` },
  };
}

/** Any number of things, none of them said by a word. `listOrNone(codeOf, 'nothing')` says none as "nothing". */
export const listOrNone = <T>(form: Form<T>, none: string): Form<readonly T[]> =>
  either<readonly T[]>(
    as(
      flag(none),
      (): readonly T[] => [],
      (values) => (values.length === 0 ? true : undefined),
    ),
    listOf(form, ','),
  );

/** A form that stands elsewhere on the page, by its name; of those that stand within themselves too. */
export function rule<T>(name: string, form: () => Form<T>): Form<T> {
  return {
    read: (cursor) => form().read(cursor),
    say: (value, speaker) => form().say(value, speaker),
    grammar: { is: 'rule', name },
  };
}
