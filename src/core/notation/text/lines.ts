import type { TextPlace, TextProblem } from './problem.js';
import { type Token, tokensOf } from './tokens.js';

/** A line of a text with the lines that stand deeper under it. */
export interface Line {
  /** From 1. */
  at: number;
  tokens: readonly Token[];
  children: Line[];
  /** Comments that stand over it, a line each, and the one behind it. */
  above: readonly string[];
  comment: string;
}

/** A text as lines under lines. */
export interface Lines {
  lines: Line[];
  /** Comments behind the last line. */
  below: readonly string[];
  problems: TextProblem[];
}

/** More letters than these are no text of a study. */
export const LONGEST_TEXT = 40_000_000;

const indentOf = (line: string): number => {
  const spaces = /^[ \t\ufeff]*/u.exec(line)![0];
  return spaces.replaceAll('\ufeff', '').replaceAll('\t', '  ').length;
};

/** The place of a line's words. */
export const placeOf = ({ at, tokens }: Pick<Line, 'at' | 'tokens'>): TextPlace => ({
  line: at,
  column: tokens[0]?.column ?? 1,
  end: tokens.at(-1)?.end ?? 1,
});

/** A line that is open: what stands deeper goes under it. */
interface Open {
  depth: number;
  children: Line[];
  /** How deep the lines under it stand, once there is one. */
  inner: number | null;
}

const unevenProblem = (line: Pick<Line, 'at' | 'tokens'>): TextProblem => ({
  ...placeOf(line),
  message: 'This line stands neither as deep as the line above it nor as deep as one before.',
  mend: 'Let it begin under the first letter of what it belongs beside.',
});

/** Reads a text as lines under lines: what stands deeper belongs to the line above it. */
export function linesOf(text: string): Lines {
  const problems: TextProblem[] = [];
  const top: Open = { depth: -1, children: [], inner: null };
  const stack: Open[] = [top];
  let above: string[] = [];
  text.split(/\r\n|\r|\n/u).forEach((raw, k) => {
    const { tokens, comment, problem } = tokensOf(raw);
    const at = k + 1;
    if (problem) problems.push({ ...problem, line: at });
    if (tokens.length === 0) {
      if (comment !== '') above.push(comment);
      return;
    }
    const line: Line = { at, tokens, children: [], above, comment };
    above = [];
    const depth = indentOf(raw);
    while (stack.at(-1)!.depth >= depth) stack.pop();
    const parent = stack.at(-1)!;
    if (parent.inner === null) parent.inner = depth;
    else if (parent.inner !== depth) problems.push(unevenProblem(line));
    // A line that is not whole is told once; what it would say is not asked for.
    if (!problem) parent.children.push(line);
    stack.push({ depth, children: problem ? [] : line.children, inner: null });
  });
  return { lines: top.children, below: above, problems };
}
