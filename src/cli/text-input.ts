import { existsSync, readFileSync } from 'node:fs';
import { Fault } from '../core/fault.js';
import type { TextProblem } from '../core/notation/text/problem.js';

/** A text as it was given: from a file, or from standard input. */
export interface GivenText {
  /** As it is called in messages. */
  name: string;
  text: string;
}

/** Stands for standard input where a file is asked for. */
export const STANDARD_INPUT = '-';

/** Reads a text of a study. @throws Fault where there is no such file, or it is no text */
export function readText(path: string): GivenText {
  if (path !== STANDARD_INPUT && !existsSync(path))
    throw new Fault('not-found', `There is no file ${path}.`, 'Check the path.', { file: path });
  const bytes = readFileSync(path === STANDARD_INPUT ? 0 : path);
  const name = path === STANDARD_INPUT ? 'standard input' : path;
  try {
    return { name, text: new TextDecoder('utf-8', { fatal: true }).decode(bytes) };
  } catch {
    throw new Fault('invalid', `${name} is not a text in UTF-8.`, 'Save it in UTF-8.', { file: name });
  }
}

/** Problems as lines: `plots.hatch:12:5: There is no variable “sit”. Did you mean site?` */
export const problemLines = (name: string, problems: readonly TextProblem[], kind = ''): string =>
  problems.map(({ line, column, message, mend }) => `${name}:${line}:${column}: ${kind}${message} ${mend}\n`).join('');
