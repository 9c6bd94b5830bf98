import type { TextProblem } from './problem.js';

/** A piece of a line: a bare word, a text in quotes, or a sign between them. */
export interface Token {
  is: 'word' | 'quoted' | 'sign';
  /** What it says: of a text in quotes, what is between them. */
  text: string;
  /** Its first column, from 1, and the one behind its last. */
  column: number;
  end: number;
}

/** A line in pieces. */
export interface TokenLine {
  tokens: readonly Token[];
  /** What stands behind a `#`, with it; empty where nothing does. */
  comment: string;
  problem: Omit<TextProblem, 'line'> | null;
}

const SPACE = /[\s\u200b\ufeff]/u;
const SIGNS = new Set([',', '(', ')', ':', ';']);
/** What opens a text, with what closes it: straight quotes, and those that a word processor makes of them. */
const QUOTES: ReadonlyMap<string, string> = new Map([
  ['"', '"'],
  ['“', '”'],
  ['„', '“'],
]);
const ESCAPED: ReadonlyMap<string, string> = new Map([
  ['n', '\n'],
  ['r', '\r'],
  ['t', '\t'],
  ['"', '"'],
  ['\\', '\\'],
]);

type Bad = Omit<TextProblem, 'line'>;

const escapeProblem = (at: number, length: number): Bad => ({
  column: at + 1,
  end: at + 1 + length,
  message: 'This is no sign that stands behind a backslash.',
  mend: 'In quotes write \\" for a quote, \\\\ for a backslash, \\n for a new line, \\t, \\r, or \\u{...}.',
});

/** What stands behind a backslash: what it means, and how long it is. */
function escapedAt(line: string, at: number): { text: string; length: number } | null {
  const plain = ESCAPED.get(line[at + 1] ?? '');
  if (plain !== undefined) return { text: plain, length: 2 };
  const numbered = /^\\u\{([0-9a-f]{1,6})\}/iu.exec(line.slice(at, at + 12));
  if (!numbered) return null;
  const point = parseInt(numbered[1]!, 16);
  return point <= 0x10ffff ? { text: String.fromCodePoint(point), length: numbered[0].length } : null;
}

/** A text in quotes that begins at a place. */
function quotedAt(line: string, from: number, close: string): { token: Token } | { problem: Bad } {
  let text = '';
  let at = from + 1;
  while (at < line.length && line[at] !== close) {
    if (line[at] !== '\\') {
      text += line.charAt(at++);
      continue;
    }
    const escaped = escapedAt(line, at);
    if (!escaped) return { problem: escapeProblem(at, 2) };
    text += escaped.text;
    at += escaped.length;
  }
  if (at < line.length) return { token: { is: 'quoted', text, column: from + 1, end: at + 2 } };
  const mend = `Close it with ${close} in the same line.`;
  return { problem: { column: from + 1, end: line.length + 1, message: 'This text is not closed.', mend } };
}

/**
 * Cuts a line into pieces.
 * @example tokensOf('  1 "Mill Row" # near').tokens.map(({ text }) => text) // ['1', 'Mill Row']
 */
export function tokensOf(line: string): TokenLine {
  const tokens: Token[] = [];
  let at = 0;
  while (at < line.length) {
    const sign = line[at]!;
    if (SPACE.test(sign)) {
      at++;
    } else if (sign === '#') {
      return { tokens, comment: line.slice(at).trimEnd(), problem: null };
    } else if (SIGNS.has(sign)) {
      tokens.push({ is: 'sign', text: sign, column: at + 1, end: at + 2 });
      at++;
    } else if (QUOTES.has(sign)) {
      const quoted = quotedAt(line, at, QUOTES.get(sign)!);
      if ('problem' in quoted) return { tokens, comment: '', problem: quoted.problem };
      tokens.push(quoted.token);
      at = quoted.token.end - 1;
    } else {
      const from = at;
      while (at < line.length && !endsWord(line[at]!)) at++;
      tokens.push({ is: 'word', text: line.slice(from, at), column: from + 1, end: at + 1 });
    }
  }
  return { tokens, comment: '', problem: null };
}

const endsWord = (sign: string): boolean => SPACE.test(sign) || sign === '#' || SIGNS.has(sign) || QUOTES.has(sign);

const NEEDS_ESCAPE = /["\\\p{Cc}\p{Cf}\p{Cs}\p{Zl}\p{Zp}]/gu;
const SHORT: ReadonlyMap<string, string> = new Map([...ESCAPED].map(([letter, sign]) => [sign, `\\${letter}`]));

/** A text in quotes, as it is printed. @example quoted('a "b"') // '"a \\"b\\""' */
export const quoted = (text: string): string =>
  `"${text.replace(NEEDS_ESCAPE, (sign) => SHORT.get(sign) ?? `\\u{${sign.codePointAt(0)!.toString(16)}}`)}"`;

/** What can stand without quotes where a name or a code is expected. */
export const isBare = (text: string): boolean => /^[\p{L}\p{N}_][\p{L}\p{M}\p{N}_.+-]*$|^-\d[\d.]*$/u.test(text);
