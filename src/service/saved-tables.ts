import { byId } from '../core/by-id.js';
import { Fault } from '../core/fault.js';
import { type Sentence, variablesOf } from '../core/table/sentence.js';
import { bodyOfSentence, type SentenceBody, sentenceOfBody } from '../core/table/sentence-shape.js';
import { putBinder } from '../store/binders.js';
import { allTables, putTable, removeTable, type SavedTableRow } from '../store/tables.js';
import type { Shown } from '../core/table/shown-shape.js';
import { allVariables } from '../store/variables.js';
import { findBinder } from './binders.js';
import type { OpenStudy, Service } from './context.js';
import { record } from './ledger.js';
import { change } from './open-study.js';

export function findTable(study: OpenStudy, id: number): SavedTableRow {
  const table = byId(allTables(study.db), id);
  if (!table)
    throw new Fault('not-found', `The binder has no table ${id}.`, 'Choose one from the binder.', { field: 'table' });
  return table;
}

/** @throws Fault where a sentence names a variable that the study has not */
export function checkVariables({ db }: OpenStudy, sentence: Sentence): void {
  const ids = new Set(allVariables(db).map(({ id }) => id));
  const gone = variablesOf(sentence).find((id) => !ids.has(id));
  if (gone === undefined) return;
  const place = { field: 'sentence' };
  throw new Fault('not-found', `The study has no variable ${gone}.`, 'Choose one from the roster.', place);
}

/** Saves a table in the study, new (`id` null), at the end of a binder, or in the place of an old one. */
export function saveTable(
  service: Service,
  study: OpenStudy,
  id: number | null,
  table: { title: string; sentence: SentenceBody; shown: Shown; binder?: number | undefined },
): Promise<SavedTableRow> {
  return change(service, study, async () => {
    if (id !== null) findTable(study, id);
    const sentence = sentenceOfBody(table.sentence);
    checkVariables(study, sentence);
    const { db } = study;
    const words = `${id === null ? 'Saved' : 'Changed'} the table “${table.title}”`;
    const binder = id === null && table.binder !== undefined ? findBinder(study, table.binder) : null;
    const now = new Date().toISOString();
    const key = await record(service, study, 'table', words, () => {
      const own = putTable(db, id, table.title, bodyOfSentence(sentence), table.shown, now);
      if (binder) putBinder(db, { ...binder, items: [...binder.items, { is: 'table', table: own }] });
      return own;
    });
    return findTable(study, key);
  });
}

export function dropTable(service: Service, study: OpenStudy, id: number): Promise<void> {
  return change(service, study, async () => {
    const { title } = findTable(study, id);
    await record(service, study, 'table', `Took the table “${title}” out`, () => removeTable(study.db, id));
  });
}
