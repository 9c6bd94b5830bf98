import { readEntries } from './block/block.js';
import { Reader } from './block/reader.js';
import { checkReferences } from './check-references.js';
import { PLAIN, type Reference } from './form/cursor.js';
import { type Line, linesOf, LONGEST_TEXT } from './text/lines.js';
import type { TextProblem } from './text/problem.js';
import { type KnownVariable, knownVariables, vocabularyOf } from './vocabulary.js';
import { studyEntries } from './words/study.js';
import type { WrittenStudy } from './written.js';

/** What a text says, and what in it cannot be. With a problem nothing of it is to be used. */
export interface ParsedStudy {
  study: WrittenStudy;
  problems: TextProblem[];
  /** What is odd, and can be. */
  remarks: TextProblem[];
  /** The lines as they were read, with their pieces in normal form. */
  lines: readonly Line[];
  printed: ReadonlyMap<Line, readonly string[]>;
  /** Comments behind the last line. */
  below: readonly string[];
  references: readonly Reference[];
}

const emptyStudy = (): WrittenStudy => ({ lists: [], variables: [], codings: [], binders: [] });

const inOrder = (problems: readonly TextProblem[]): TextProblem[] =>
  [...problems].sort((a, b) => a.line - b.line || a.column - b.column);

/**
 * Reads the text of a study, or a part of one.
 * @param others variables of the study that it is put into, which it may name though it says nothing of them
 * @param isWhole it is all of that study: what another working of it makes is gone
 * @example parseStudy('variable age "Age"\n  number').study.variables[0]?.level // 'number'
 */
export function parseStudy(text: string, others: readonly KnownVariable[] = [], isWhole = false): ParsedStudy {
  if (text.length > LONGEST_TEXT) return tooLong();
  const { lines, below, problems } = linesOf(text);
  // Once for what is said to be, so that labels can stand for names wherever they are.
  const first = new Reader(PLAIN);
  const known = emptyStudy();
  readEntries(lines, studyEntries, first, known, null);
  const variables = knownVariables(known, others, isWhole);
  const reader = new Reader(vocabularyOf(variables));
  const study = emptyStudy();
  readEntries(lines, studyEntries, reader, study, null);
  const checked = checkReferences(study, reader.references, variables);
  return {
    study,
    problems: inOrder([...problems, ...reader.problems, ...checked.problems]),
    remarks: inOrder(checked.remarks),
    lines,
    printed: reader.printed,
    below,
    references: reader.references,
  };
}

function tooLong(): ParsedStudy {
  const message = 'The text is too long to be that of a study.';
  const problem = { line: 1, column: 1, end: 2, message, mend: 'Is it another file?' };
  const nothing = { lines: [], below: [], references: [], printed: new Map<Line, string[]>(), remarks: [] };
  return { study: emptyStudy(), problems: [problem], ...nothing };
}
