import { or, plural } from '../../../words.js';
import { nearestNames } from './nearest.js';
import { faultAt, type Token, tokens } from './tokens.js';

const OPERATIONS = ['+', '-', '*', '/', '^', '=', '<>', '<', '<=', '>', '>=', 'and', 'or'] as const;
export type Operation = (typeof OPERATIONS)[number];

/** What an expression can call, with the arguments that it takes; the last of them may stand any number of times. */
export const FUNCTIONS = {
  mean: { least: 1, most: Infinity, says: 'mean of those that are answered' },
  sum: { least: 1, most: Infinity, says: 'sum of those that are answered' },
  min: { least: 1, most: Infinity, says: 'lowest of those that are answered' },
  max: { least: 1, most: Infinity, says: 'highest of those that are answered' },
  answered: { least: 1, most: Infinity, says: 'how many are answered' },
  first: { least: 1, most: Infinity, says: 'the first that is answered' },
  if: { least: 3, most: 3, says: 'if(condition, then, else)' },
  round: { least: 1, most: 2, says: 'to whole numbers, or to so many places' },
  abs: { least: 1, most: 1, says: 'without its sign' },
  sqrt: { least: 1, most: 1, says: 'square root' },
  ln: { least: 1, most: 1, says: 'natural logarithm' },
  exp: { least: 1, most: 1, says: 'e to the power of' },
} as const;
export type FunctionName = keyof typeof FUNCTIONS;

/** An expression as a tree; 0 is false and 1 is true. */
export type Expression =
  | { is: 'number'; value: number }
  | { is: 'name'; name: string; at: number }
  | { is: 'negative' | 'not'; of: Expression }
  | { is: 'operation'; operation: Operation; left: Expression; right: Expression }
  | { is: 'call'; of: FunctionName; parts: Expression[] };

const isFunction = (name: string): name is FunctionName => Object.hasOwn(FUNCTIONS, name);
const isOperation = (sign: string): sign is Operation => (OPERATIONS as readonly string[]).includes(sign);

/** Deeper than this is no arithmetic. */
const DEEPEST = 100;

/** Operations that bind alike, the loosest first; of equal ones the left goes first, but for powers. */
const LADDER: readonly (readonly Operation[])[] = [
  ['or'],
  ['and'],
  ['=', '<>', '<', '<=', '>', '>='],
  ['+', '-'],
  ['*', '/'],
];

/** Where comparisons stand on the ladder. */
const COMPARISONS = 2;

/**
 * Reads arithmetic: + - * / ^, comparisons, and, or, not, parentheses, `FUNCTIONS`, numbers with a decimal point, and
 * names of variables; a name that is no plain word stands in double quotes.
 * @throws Fault naming the character where it stops making sense
 */
export function parseExpression(text: string): Expression {
  const all = tokens(text);
  let next = 0;
  let depth = 0;
  const peek = (): Token => all[next]!;
  const said = (token: Token) =>
    token.is === 'end'
      ? 'The expression ends'
      : `“${token.is === 'number' ? token.value : token.is === 'name' ? token.name : token.sign}” stands`;
  const unexpected = (token: Token, wanted: string) =>
    faultAt(
      token.at,
      `${said(token)} at character ${token.at + 1}, where ${wanted} is expected.`,
      `Write ${wanted} there.`,
    );
  const word = (token: Token): string | null =>
    token.is === 'sign' ? token.sign : token.is === 'name' && text[token.at] !== '"' ? token.name.toLowerCase() : null;
  const take = (sign: string): boolean => {
    if (word(peek()) !== sign) return false;
    next++;
    return true;
  };
  const rung = (k: number): Expression => {
    const operations = LADDER[k];
    if (!operations) return negative();
    if (k === 2 && take('not')) return { is: 'not', of: deeper(() => rung(k)) };
    let left = rung(k + 1);
    let joined = false;
    for (;;) {
      const sign = word(peek());
      if (sign === null || !isOperation(sign) || !operations.includes(sign)) return left;
      if (k === COMPARISONS && joined) throw chained(peek());
      next++;
      const right = k < 2 && word(peek()) === 'not' ? rung(2) : rung(k + 1);
      left = { is: 'operation', operation: sign, left, right };
      joined = true;
    }
  };
  const chained = ({ at }: Token) =>
    faultAt(
      at,
      'Two comparisons stand in a row, which does not compare three things.',
      'Join them by and: 1 < a and a < 3.',
    );
  const negative = (): Expression => {
    if (take('-')) return { is: 'negative', of: deeper(negative) };
    if (take('+')) return deeper(negative);
    const base = atom();
    // A power goes before the sign in front of it, and from right to left.
    return take('^') ? { is: 'operation', operation: '^', left: base, right: deeper(negative) } : base;
  };
  const deeper = <T>(work: () => T): T => {
    if (++depth > DEEPEST)
      throw faultAt(peek().at, 'The expression is nested too deep.', 'Make it in steps, each a working.');
    const result = work();
    depth--;
    return result;
  };
  const atom = (): Expression => {
    const token = peek();
    if (token.is === 'number') {
      next++;
      return { is: 'number', value: token.value };
    }
    if (token.is === 'name') {
      next++;
      if (text[token.at] !== '"' && word(peek()) === '(') return call(token.name, token.at);
      return { is: 'name', name: token.name, at: token.at };
    }
    if (take('(')) {
      const inner = deeper(() => rung(0));
      if (!take(')')) throw unexpected(peek(), 'a closing parenthesis');
      return inner;
    }
    throw unexpected(token, 'a number or a name');
  };
  const call = (name: string, at: number): Expression => {
    const of = name.toLowerCase();
    if (!isFunction(of)) {
      const near = nearestNames(of, Object.keys(FUNCTIONS));
      throw faultAt(
        at,
        `There is no function ${name}.`,
        near.length > 0 ? `Did you mean ${or(near)}?` : `There are ${Object.keys(FUNCTIONS).join(', ')}.`,
      );
    }
    next++;
    const parts: Expression[] = [];
    if (!take(')')) {
      do parts.push(deeper(() => rung(0)));
      while (take(','));
      if (!take(')')) throw unexpected(peek(), 'a comma or a closing parenthesis');
    }
    const { least, most, says } = FUNCTIONS[of];
    if (parts.length < least || parts.length > most) {
      const wanted = least === most ? String(least) : most === Infinity ? `${least} or more` : `${least} to ${most}`;
      throw faultAt(
        at,
        `${of} is given ${plural(parts.length, 'part')} and takes ${wanted}.`,
        `It stands for: ${says}.`,
      );
    }
    return { is: 'call', of, parts };
  };
  if (peek().is === 'end') throw faultAt(0, 'There is no expression yet.', 'Write one, such as mean(q1, q2) * 10.');
  const whole = rung(0);
  if (peek().is !== 'end') throw unexpected(peek(), 'an operation');
  return whole;
}

/** Names in an expression, each once, with where it first stands. */
export function namesOf(expression: Expression): Map<string, number> {
  const names = new Map<string, number>();
  const walk = (part: Expression): void => {
    if (part.is === 'name') {
      if (!names.has(part.name)) names.set(part.name, part.at);
    } else if (part.is === 'call') part.parts.forEach(walk);
    else if (part.is === 'operation') {
      walk(part.left);
      walk(part.right);
    } else if (part.is === 'negative' || part.is === 'not') walk(part.of);
  };
  walk(expression);
  return names;
}

/** An expression with other names in the place of its own; all else stays as it was typed. */
export function renamed(text: string, other: (name: string) => string): string {
  let result = '';
  let at = 0;
  const all = tokens(text);
  all.forEach((token, k) => {
    if (token.is !== 'name') return;
    const quoted = text[token.at] === '"';
    const after = all[k + 1];
    if (!quoted && ((after?.is === 'sign' && after.sign === '(') || /^(and|or|not)$/i.test(token.name))) return;
    const length = token.name.length + (quoted ? 2 : 0);
    result += text.slice(at, token.at) + spelled(other(token.name));
    at = token.at + length;
  });
  return result + text.slice(at);
}

/** A name as an expression spells it: in double quotes where it is no plain word. */
export function spelled(name: string): string {
  return /^[\p{L}_][\p{L}\p{N}_.]*$/u.test(name) && !/^(and|or|not)$/i.test(name) ? name : `"${name}"`;
}
