import { isBare, quoted, type Token } from '../text/tokens.js';
import { type Cursor, FAILED, type Reference } from './cursor.js';
import type { Form } from './form.js';
import { isReserved, words } from './words.js';

/** A name or a code as it is printed: in quotes where it could be taken for something else. */
const spelled = (text: string): string => (isBare(text) && !isReserved(text) ? text : quoted(text));

/** Takes a bare word that is no word of the notation, or a text in quotes. */
function takeTerm(cursor: Cursor, thing: string): Token {
  const { token } = cursor;
  const isTerm = token && (token.is === 'quoted' || (token.is === 'word' && !isReserved(token.text)));
  if (!isTerm) return cursor.fail({ is: 'thing', text: thing });
  cursor.at++;
  return token;
}

/** What is spoken of next. */
type About = 'names' | 'stays';

const term = (thing: string, about: About, read: (cursor: Cursor) => string): Form<string> => ({
  read,
  say: (text, speaker) => {
    if (about === 'names') speaker.about = text;
    return [spelled(text)];
  },
  grammar: { is: 'thing', name: thing },
});

/** The name of something that is said here to be: it refers to nothing. */
export const newName: Form<string> = term('a name', 'names', (cursor) => {
  const { text } = takeTerm(cursor, 'a name');
  cursor.about = text;
  return text;
});

/** A variable, by its name or, in quotes, its label. Codes behind it are its own. */
export const variableName: Form<string> = term('a variable', 'names', (cursor) => {
  const token = takeTerm(cursor, 'a variable');
  const name = token.is === 'quoted' ? cursor.vocabulary.variable(token.text) : token.text;
  cursor.refer({ of: 'variable', name }, token);
  cursor.about = name;
  return name;
});

/** A shared code list, by its name. */
export const listName: Form<string> = term('a code list', 'stays', (cursor) => {
  const token = takeTerm(cursor, 'a code list');
  cursor.refer({ of: 'list', name: token.text }, token);
  return token.text;
});

/** A code that is said here to be. */
export const newCode: Form<string> = term('a code', 'stays', (cursor) => takeTerm(cursor, 'a code').text);

/** Before a code in quotes that is not the label which it could be taken for. */
const LITERAL = words('code');

/** A code of the variable spoken of last; in quotes its label can stand for it, but behind the word "code". */
export const codeOf: Form<string> = {
  read: (cursor) => {
    const isLiteral = cursor.attempt(() => LITERAL.read(cursor)) !== FAILED;
    const token = takeTerm(cursor, 'a code');
    const isLabel = token.is === 'quoted' && !isLiteral;
    const code = isLabel ? cursor.vocabulary.code(cursor.about, token.text) : token.text;
    const about: Pick<Reference, 'about'> = cursor.about === null ? {} : { about: cursor.about };
    cursor.refer({ of: 'code', name: code, ...about }, token);
    return code;
  },
  say: (code, { vocabulary, about }) => {
    const own = spelled(code);
    const isTakenForLabel = own !== code && vocabulary.code(about, code) !== code;
    return isTakenForLabel ? ['code', own] : [own];
  },
  grammar: { is: 'thing', name: 'a code' },
};

/** A text in quotes. */
export const text: Form<string> = {
  read: (cursor) => {
    const { token } = cursor;
    if (token?.is !== 'quoted') return cursor.fail({ is: 'thing', text: 'a text in quotes' });
    cursor.at++;
    return token.text;
  },
  say: (value) => [quoted(value)],
  grammar: { is: 'thing', name: 'a text in quotes' },
};

const NUMBER = /^[+\-−]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?$/iu;

/** A number, with a point before its fraction. */
export const number: Form<number> = {
  read: (cursor) => {
    const { token } = cursor;
    if (token?.is !== 'word' || !NUMBER.test(token.text)) return cursor.fail({ is: 'thing', text: 'a number' });
    cursor.at++;
    return Number(token.text.replace('−', '-'));
  },
  say: (value) => (Number.isFinite(value) ? [Object.is(value, -0) ? '-0' : String(value)] : null),
  grammar: { is: 'thing', name: 'a number' },
};

/** A whole number from 0 up. */
export const whole: Form<number> = {
  read: (cursor) => {
    const { token } = cursor;
    if (token?.is !== 'word' || !/^\d{1,15}$/u.test(token.text))
      return cursor.fail({ is: 'thing', text: 'a whole number' });
    cursor.at++;
    return Number(token.text);
  },
  say: (value) => (Number.isSafeInteger(value) && value >= 0 ? [String(value)] : null),
  grammar: { is: 'thing', name: 'a whole number' },
};
