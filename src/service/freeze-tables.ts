import { frozenTable } from '../core/report/frozen-table.js';
import { captionOf } from '../core/table/say-sentence.js';
import { plural } from '../core/words.js';
import { type NewFrozen, putFrozen } from '../store/frozen.js';
import { settingsOf } from '../store/study.js';
import { type SavedTableRow, setFrozen } from '../store/tables.js';
import { allVariables } from '../store/variables.js';
import type { OpenStudy, Service } from './context.js';
import { askedTable, countedTable } from './counted-table.js';
import { record } from './ledger.js';
import { change } from './open-study.js';
import { findTable } from './saved-tables.js';

/** Tables as an entry of the ledger names them. */
const sayTables = (tables: readonly SavedTableRow[]) =>
  tables.length === 1 ? `the table “${tables[0]!.title}”` : plural(tables.length, 'table');

const distinct = (ids: readonly number[]) => [...new Set(ids)];

/**
 * Freezes tables: their figures, pictures and readings stay as they are now, whatever becomes of the codebook, the
 * workings and the data. What is frozen already stays as it was frozen.
 * @returns the tables, as they are kept now
 * @throws Fault where there is no such table, or one of them cannot be counted; none is frozen then
 */
export function freezeTables(service: Service, study: OpenStudy, ids: readonly number[]): Promise<SavedTableRow[]> {
  return change(service, study, async () => {
    const { db } = study;
    const tables = distinct(ids).map((id) => findTable(study, id));
    const [variables, { sizeWords }] = [allVariables(db), settingsOf(db)];
    const live = tables.filter(({ frozen }) => frozen === null);
    const at = new Date().toISOString();
    const kept: { id: number; frozen: NewFrozen }[] = [];
    for (const table of live) {
      const counted = await countedTable(service, study, askedTable(table), true);
      const caption = captionOf(counted.sentence, variables, counted.shown);
      kept.push({ id: table.id, frozen: { content: frozenTable(counted, variables, sizeWords), caption, at } });
    }
    await record(service, study, 'table', `Froze ${sayTables(live)}`, () => {
      for (const { id, frozen } of kept) setFrozen(db, id, putFrozen(db, frozen));
    });
    return tables.map(({ id }) => findTable(study, id));
  });
}

/**
 * Thaws tables: they follow the study again. What is not frozen stays as it is.
 * @returns the tables, as they are kept now
 * @throws Fault where there is no such table; none is thawed then
 */
export function thawTables(service: Service, study: OpenStudy, ids: readonly number[]): Promise<SavedTableRow[]> {
  return change(service, study, async () => {
    const tables = distinct(ids).map((id) => findTable(study, id));
    const frozen = tables.filter((table) => table.frozen !== null);
    await record(service, study, 'table', `Thawed ${sayTables(frozen)}`, () => {
      for (const { id } of frozen) setFrozen(study.db, id, null);
    });
    return tables.map(({ id }) => findTable(study, id));
  });
}
