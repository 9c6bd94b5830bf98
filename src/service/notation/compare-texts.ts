import { compareStudies, type StudiesCompared } from '../../core/notation/compare-studies.js';
import { parseStudy } from '../../core/notation/parse-study.js';
import type { WrittenStudy } from '../../core/notation/written.js';
import type { OpenStudy } from '../context.js';
import { faultOfText } from './put-text.js';
import { knownIn, writtenStudy } from './study-text.js';

/** Two texts; the earlier is that of the study as it is, where absent. */
export interface Texts {
  before?: string | undefined;
  after: string;
}

/** Compares two texts, or one with the study as it is. @throws Fault where one cannot be read */
export function compareTexts(study: OpenStudy, { before, after }: Texts): StudiesCompared {
  const known = knownIn(study.db);
  const read = (text: string): WrittenStudy => {
    const parsed = parseStudy(text, known);
    if (parsed.problems.length > 0) throw faultOfText(parsed.problems);
    return parsed.study;
  };
  const later = read(after);
  return compareStudies(before === undefined ? writtenStudy(study, { codings: false }) : read(before), later);
}
