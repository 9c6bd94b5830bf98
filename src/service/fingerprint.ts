import { provedWorkings } from '../store/workings.js';
import { columnCodes } from '../store/columns.js';
import { allEntries } from '../store/ledger.js';
import type { Db } from '../store/open.js';
import { readState } from '../store/state.js';
import { studyRow } from '../store/study.js';
import { allVariables } from '../store/variables.js';

/**
 * All that a study says, in one text: two studies with the same text are the same to whoever works with them. Times and
 * the numbers of columns are no part of it. For tests of changes that must be all or nothing.
 */
export function fingerprint(db: Db): string {
  const { order, list, working, variable, table } = readState(db);
  const isTime = new Set(['created', 'edited', 'madeAt']);
  const said = (_: string, value: unknown) => (value instanceof Map ? [...value] : value);
  const proofs = provedWorkings(db).map(({ id, proof }) => [id, proof]);
  const values = allVariables(db).map(({ id, columnId }) => [id, columnCodes(db, columnId)]);
  const entries = allEntries(db).map(({ id, words, undone, leftOut, note, revision }) => [
    id,
    words,
    undone,
    leftOut,
    note,
    revision,
  ]);
  const all = { revision: studyRow(db).revision, order, list, working, variable, table, proofs, values, entries };
  return JSON.stringify(all, (key, value: unknown) => (isTime.has(key) ? undefined : said(key, value)));
}
