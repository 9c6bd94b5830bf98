import { levelsFor } from '../../core/codebook/levels.js';
import type { Level } from '../../core/codebook/types.js';
import { printStudy } from '../../core/notation/print-study.js';
import { writeStudy } from '../../core/notation/study/write-study.js';
import type { KnownVariable } from '../../core/notation/vocabulary.js';
import type { WrittenStudy } from '../../core/notation/written.js';
import { allColumnRows } from '../../store/columns.js';
import type { Db } from '../../store/open.js';
import { readState } from '../../store/state.js';
import { studyRow } from '../../store/study.js';
import { allVariables } from '../../store/variables.js';
import { whoAsks } from '../asking.js';
import type { OpenStudy } from '../context.js';

/** The variables of a study as a text can call them. */
export const knownIn = (db: Db): KnownVariable[] =>
  allVariables(db).map(({ name, label, codes, workingId }) => ({ name, label, codes, isColumn: workingId === null }));

/** The headings of the columns of the data, and the levels that they can have, by the variable. */
export function columnsIn(db: Db): { headings: Map<number, string>; levels: Map<number, readonly Level[]> } {
  const columns = allColumnRows(db);
  const headings = new Map<number, string>();
  const levels = new Map<number, readonly Level[]>();
  for (const { id, columnId, workingId } of allVariables(db)) {
    const column = columns.get(columnId);
    if (workingId !== null || !column) continue;
    headings.set(id, column.name);
    levels.set(id, levelsFor(column.storage));
  }
  return { headings, levels };
}

/** What of a study is written. */
export interface TextAsked {
  /** What was coded by hand, answer by answer. */
  codings?: boolean | undefined;
}

/** A study as what its text says. Who may not see respondents one by one sees nothing of what they said. */
export function writtenStudy({ db }: OpenStudy, { codings = true }: TextAsked = {}): WrittenStudy {
  const { name, subtitle, settings } = studyRow(db);
  const { headings } = columnsIn(db);
  const sizeWords = settings.sizeWords ?? [];
  const written = writeStudy({ name, subtitle, sizeWords, state: readState(db), headings });
  const isShown = codings && whoAsks().seesRows !== false;
  return isShown ? written : { ...written, codings: [] };
}

/** A study as its text. */
export const textOfStudy = (study: OpenStudy, asked: TextAsked = {}): string =>
  printStudy(writtenStudy(study, asked), knownIn(study.db));
