import { Fault } from '../../../fault.js';

export type Token = { at: number } & (
  { is: 'number'; value: number } | { is: 'name'; name: string } | { is: 'sign'; sign: string } | { is: 'end' }
);

const NUMBER = /(\d+(?:\.\d*)?(?:e[+-]?\d+)?|\.\d+(?:e[+-]?\d+)?)/;
const QUOTED = /"([^"]*)"/;
const NAME = /([\p{L}_][\p{L}\p{N}_.]*)/u;
const SIGN = /(<=|>=|<>|[-+*/^(),=<>×÷−≤≥≠])/;
/** Space, or what stands at this place, each kind as a group of its own: number, quoted name, bare name, sign. */
const PATTERN = new RegExp(['\\s+', ...[NUMBER, QUOTED, NAME, SIGN].map(({ source }) => source)].join('|'), 'giuy');

const SAME: Record<string, string> = { '×': '*', '÷': '/', '−': '-', '≤': '<=', '≥': '>=', '≠': '<>' };

/** A fault in an expression, with the place of it: a character, from 1. */
export function faultAt(at: number, message: string, mend: string): Fault {
  return new Fault('invalid', message, mend, { field: 'expression', column: at + 1 });
}

/** Cuts an expression into numbers, names (bare, or in double quotes) and signs. @throws Fault naming the character */
export function tokens(text: string): Token[] {
  const list: Token[] = [];
  let at = 0;
  while (at < text.length) {
    PATTERN.lastIndex = at;
    const match = PATTERN.exec(text);
    if (!match) {
      throw text[at] === '"'
        ? faultAt(at, 'A name begins with a quotation mark that is never closed.', 'Close it.')
        : faultAt(
            at,
            `“${text[at] ?? ''}” at character ${at + 1} has no meaning here.`,
            'Take it out; names with odd characters stand in double quotes.',
          );
    }
    const [, number, quoted, name, sign] = match;
    if (number !== undefined) list.push({ is: 'number', value: Number(number), at });
    else if (quoted !== undefined) list.push({ is: 'name', name: quoted, at });
    else if (name !== undefined) list.push({ is: 'name', name, at });
    else if (sign !== undefined) list.push({ is: 'sign', sign: SAME[sign] ?? sign, at });
    at += match[0].length;
  }
  list.push({ is: 'end', at: text.length });
  return list;
}
