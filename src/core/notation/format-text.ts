import { spaced } from './form/spaced.js';
import type { ParsedStudy } from './parse-study.js';
import type { Line } from './text/lines.js';

const INDENT = '  ';

/**
 * A text with every line in its normal form, in the order in which it was written, with its comments. A text with
 * problems cannot be formatted.
 */
export function formatText({ lines, printed, below }: ParsedStudy): string {
  const textOf = (line: Line, depth: number, isFirst: boolean): string => {
    const indent = INDENT.repeat(depth);
    const above = line.above.map((comment) => `${indent}${comment}\n`).join('');
    const behind = line.comment === '' ? '' : ` ${line.comment}`;
    const own = `${indent}${spaced(printed.get(line) ?? [])}${behind}\n`;
    const gap = depth === 0 && !isFirst ? '\n' : '';
    return gap + above + own + line.children.map((child) => textOf(child, depth + 1, false)).join('');
  };
  const body = lines.map((line, k) => textOf(line, 0, k === 0)).join('');
  const end = below.map((comment) => `${comment}\n`).join('');
  return body + (body !== '' && end !== '' ? '\n' : '') + end;
}
