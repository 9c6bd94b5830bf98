import type { Printed } from './block/block.js';
import { spaced } from './form/spaced.js';
import { Speaker } from './form/speaker.js';
import { type KnownVariable, knownVariables, vocabularyOf } from './vocabulary.js';
import { studyEntries } from './words/study.js';
import type { WrittenStudy } from './written.js';

const INDENT = '  ';

function textOf({ pieces, children }: Printed, depth: number): string {
  const own = `${INDENT.repeat(depth)}${spaced(pieces)}\n`;
  return own + children.map((child) => textOf(child, depth + 1)).join('');
}

/**
 * A study as its text, in normal form: an empty line between things, two spaces for what belongs to the line above.
 * @param others variables of the study, whose codes are known beside those that the text says
 * @example printStudy({ lists: [], variables: [], codings: [], binders: [] }) // ''
 */
export function printStudy(study: WrittenStudy, others: readonly KnownVariable[] = []): string {
  const speaker = new Speaker(vocabularyOf(knownVariables(study, others, true)));
  return studyEntries
    .flatMap((entry) => entry.print(study, speaker))
    .map((printed) => textOf(printed, 0))
    .join('\n');
}
