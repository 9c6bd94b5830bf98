import type { Binder, BinderItem } from '../core/binder/binder-shape.js';
import { standingItems } from '../core/binder/standing-items.js';
import { byId } from '../core/by-id.js';
import { Fault } from '../core/fault.js';
import { allBinders, putBinder, removeBinder } from '../store/binders.js';
import type { Db } from '../store/open.js';
import { allTables, removeTable } from '../store/tables.js';
import type { OpenStudy, Service } from './context.js';
import { record } from './ledger.js';
import { change } from './open-study.js';

/** What of a binder is to be another. */
export interface BinderEdit {
  name?: string | undefined;
  items?: readonly BinderItem[] | undefined;
}

/** All binders, each with what stands in it. */
export const bindersOf = (db: Db): Binder[] =>
  standingItems(
    allBinders(db),
    allTables(db).map(({ id }) => id),
  );

/** A binder by its id; the first one, where none is said. @throws Fault where there is none */
export function findBinder({ db }: OpenStudy, id?: number): Binder {
  const binders = bindersOf(db);
  const binder = id === undefined ? binders[0] : byId(binders, id);
  if (binder) return binder;
  throw new Fault('not-found', `The study has no binder ${id ?? ''}.`, 'Choose one from the list.', {
    field: 'binder',
  });
}

/** @throws Fault where a binder has that name, or a table is listed that there is not, or twice */
function check({ db }: OpenStudy, own: number | null, { name, items }: BinderEdit): void {
  const isTaken = allBinders(db).some((other) => other.id !== own && other.name === name);
  if (isTaken)
    throw new Fault('conflict', `There is a binder “${name}” already.`, 'Choose another name.', { field: 'name' });
  const tables = new Set(allTables(db).map(({ id }) => id));
  const listed = new Set<number>();
  (items ?? []).forEach((item, k) => {
    if (item.is !== 'table') return;
    const place = { field: `items[${k}].table` };
    if (!tables.has(item.table))
      throw new Fault('not-found', `The study has no table ${item.table}.`, 'Take it out of the list.', place);
    if (listed.has(item.table))
      throw new Fault('invalid', `Table ${item.table} is listed twice.`, 'Copy it, to have it twice.', place);
    listed.add(item.table);
  });
}

/** Takes tables out of all binders but one. */
function takeFromOthers(db: Db, keeper: number, items: readonly BinderItem[]): void {
  const tables = new Set(items.flatMap((item) => (item.is === 'table' ? [item.table] : [])));
  const isMine = (item: BinderItem) => item.is === 'table' && tables.has(item.table);
  for (const other of allBinders(db))
    if (other.id !== keeper && other.items.some(isMine))
      putBinder(db, { ...other, items: other.items.filter((item) => !isMine(item)) });
}

/** Makes a binder, empty or with tables that stood in others. */
export function addBinder(service: Service, study: OpenStudy, binder: Omit<Binder, 'id'>): Promise<Binder> {
  return change(service, study, async () => {
    check(study, null, binder);
    const { db } = study;
    const id = await record(service, study, 'table', `Made the binder “${binder.name}”`, () => {
      const key = putBinder(db, { ...binder, id: null });
      takeFromOthers(db, key, binder.items);
      return key;
    });
    return findBinder(study, id);
  });
}

/** Names a binder, or puts what is in it into another order, or other things into it. */
export function editBinder(service: Service, study: OpenStudy, id: number, edit: BinderEdit): Promise<Binder> {
  return change(service, study, async () => {
    const { db } = study;
    const before = findBinder(study, id);
    check(study, id, edit);
    const { name = before.name, items = before.items } = edit;
    const after = { ...before, name, items };
    const isNamed = edit.name !== undefined && edit.name !== before.name;
    const words = isNamed ? `Named the binder “${after.name}”` : `Changed what is in the binder “${after.name}”`;
    await record(service, study, 'table', words, () => {
      putBinder(db, after);
      takeFromOthers(db, id, after.items);
    });
    return findBinder(study, id);
  });
}

/** Takes a binder away with the tables in it. @throws Fault where it is the only one */
export function dropBinder(service: Service, study: OpenStudy, id: number): Promise<void> {
  return change(service, study, async () => {
    const { db } = study;
    const { name, items } = findBinder(study, id);
    if (allBinders(db).length === 1)
      throw new Fault('conflict', 'A study has one binder at least.', 'Take out what is in it instead.', {
        field: 'binder',
      });
    await record(service, study, 'table', `Took the binder “${name}” away`, () => {
      for (const item of items) if (item.is === 'table') removeTable(db, item.table);
      removeBinder(db, id);
    });
  });
}
