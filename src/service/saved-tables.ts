import { byId } from '../core/by-id.js';
import { Fault } from '../core/fault.js';
import { checkSweep } from '../core/sweep/check-sweep.js';
import { type Sentence, variablesOf } from '../core/table/sentence.js';
import { bodyOfSentence, type SentenceBody, sentenceOfBody } from '../core/table/sentence-shape.js';
import { putBinder } from '../store/binders.js';
import { allTables, putTable, removeTable, type SavedTableRow, setFrozen } from '../store/tables.js';
import { type Shown, ShownShape } from '../core/table/shown-shape.js';
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

/** What is shown of a table, but for whether it stands in the binder as a table or as its picture. */
const shownOf = (shown: Shown) => JSON.stringify(ShownShape.parse({ ...shown, handed: undefined }));

/** @throws Fault where a table is frozen, and what it asks for or shows is to be another */
function checkFrozen({ title, sentence, shown, frozen }: SavedTableRow, next: { sentence: Sentence; shown: Shown }) {
  if (frozen === null) return;
  const isSame =
    JSON.stringify(bodyOfSentence(sentenceOfBody(sentence))) === JSON.stringify(bodyOfSentence(next.sentence)) &&
    shownOf(shown) === shownOf(next.shown);
  if (isSame) return;
  throw new Fault(
    'conflict',
    `The table “${title}” is frozen.`,
    'Thaw it in the binder first, or copy it as a new one.',
    {
      field: 'table',
    },
  );
}

/** Saves a table in the study, new (`id` null), at the end of a binder, or in the place of an old one. */
export function saveTable(
  service: Service,
  study: OpenStudy,
  id: number | null,
  table: { title: string; sentence: SentenceBody; shown: Shown; binder?: number | undefined },
): Promise<SavedTableRow> {
  return change(service, study, async () => {
    const sentence = sentenceOfBody(table.sentence);
    if (id !== null) checkFrozen(findTable(study, id), { sentence, shown: table.shown });
    checkVariables(study, sentence);
    if (table.shown.sweep) checkSweep(sentence);
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

/**
 * Copies a table to the end of a binder; a copy of one that is frozen is frozen as it is.
 * @throws Fault where there is no such table or binder
 */
export function copyTable(
  service: Service,
  study: OpenStudy,
  id: number,
  into: number | undefined,
): Promise<SavedTableRow> {
  return change(service, study, async () => {
    const { db } = study;
    const { title, sentence, shown, frozen } = findTable(study, id);
    const binder = findBinder(study, into);
    const now = new Date().toISOString();
    const words = `Copied the table “${title}” to the binder “${binder.name}”`;
    const key = await record(service, study, 'table', words, () => {
      const own = putTable(db, null, title, sentence, shown, now);
      setFrozen(db, own, frozen?.id ?? null);
      putBinder(db, { ...binder, items: [...binder.items, { is: 'table', table: own }] });
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
