import type { Code } from '../core/codebook/types.js';
import type { StudyState } from '../core/ledger/study-state.js';
import { levelsFor } from '../core/codebook/levels.js';
import {
  type Delta,
  type Difference,
  type DifferenceOf,
  type Part,
  type StateOf,
  thingsOf,
  type VariableState,
} from '../core/ledger/delta-shape.js';
import { allBinders, putBinder, removeBinder } from './binders.js';
import { codesByList, allCodeLists, NO_CODES, putCodeList, removeCodeList } from './code-lists.js';
import { blankColumn, columnRow, removeColumn } from './columns.js';
import { allMarks, markOf, type MarkRow, putMark, removeMark } from './marks.js';
import type { Db } from './open.js';
import { prepared } from './prepared.js';
import { sameRows } from './same-rows.js';
import { allTables, removeTable, restoreTable } from './tables.js';
import { allVariables, removeVariable, renameVariable, restoreVariable, type VariableRow } from './variables.js';
import { untilChanged } from './unchanged.js';
import { allWorkings, removeWorking, restoreWorking, type WorkingRow } from './workings.js';

function stateOf({
  name,
  label,
  question,
  level,
  codeListId,
  workingId,
  madeAt,
  madeBy,
  note,
  group,
  starred,
  aside,
  shownOrder,
  offScale,
}: VariableRow): VariableState {
  const marks = { note, group, starred, aside, shownOrder, offScale };
  return { name, label, question, level, codeListId, workingId, madeAt, madeBy, ...marks };
}

/** A state that is made once for each row: of what was not changed it is the same object, as there are many. */
function onceForRow<R extends object, S>(make: (row: R) => S): (row: R) => S {
  const states = new WeakMap<R, S>();
  return (row) => {
    const state = states.get(row) ?? make(row);
    states.set(row, state);
    return state;
  };
}

const stateOfVariable = onceForRow(stateOf);

const stateOfMark = onceForRow((row: MarkRow): StateOf<'mark'> => {
  const { working, themes, madeAt } = row;
  return { ...markOf(row), themes: [...themes], working, madeAt };
});

const stateOfWorking = onceForRow(({ recipe, created, edited, standsIn }: WorkingRow): StateOf<'working'> => {
  return { recipe, created, edited, standsIn };
});

const statesOfLists = sameRows(
  ([id, name, kept, codes]: readonly [number, string, boolean, Code[]]): [number, StateOf<'list'>] => [
    id,
    { name, kept, codes },
  ],
);

/** Everything in a study that can be changed, as it stands. It is shared by all who ask, and nobody changes it. */
export const readState = untilChanged((db: Db): StudyState => {
  const variables = allVariables(db);
  const codes = codesByList(db);
  const without = <T extends { id: number }>({ id, ...rest }: T): [number, Omit<T, 'id'>] => [id, rest];
  return {
    order: variables.map(({ id }) => id),
    list: new Map(
      statesOfLists(
        db,
        allCodeLists(db).map(({ id, name, kept }) => [id, name, kept, codes.get(id) ?? NO_CODES] as const),
      ),
    ),
    working: new Map(allWorkings(db).map((working) => [working.id, stateOfWorking(working)])),
    variable: new Map(variables.map((variable) => [variable.id, stateOfVariable(variable)])),
    table: new Map(allTables(db).map(without)),
    binder: new Map(allBinders(db).map(({ id, name, items }) => [id, { name, items: [...items] }])),
    mark: new Map(allMarks(db).map((mark) => [mark.id, stateOfMark(mark)])),
  };
});

const text = (value: unknown) => JSON.stringify(value);

/** Most fields are plain words; only lists and recipes have to be written out to be compared. */
const differs = (a: unknown, b: unknown) => a !== b && (typeof a !== 'object' || text(a) !== text(b));

/** What differs between the things of one kind, field by field. */
function differencesOf<P extends Part>(
  of: P,
  old: ReadonlyMap<number, StateOf<P>>,
  now: ReadonlyMap<number, StateOf<P>>,
): DifferenceOf<P>[] {
  return [...new Set([...old.keys(), ...now.keys()])].flatMap((id): DifferenceOf<P>[] => {
    const [a, b] = [old.get(id), now.get(id)];
    if (a === b) return [];
    if (!a || !b) return [{ of, id, before: a ?? null, after: b ?? null }];
    const fields = (Object.keys(b) as (keyof StateOf<P>)[]).filter((field) => differs(a[field], b[field]));
    const pick = (from: StateOf<P>) =>
      Object.fromEntries(fields.map((field) => [field, from[field]])) as Partial<StateOf<P>>;
    return fields.length > 0 ? [{ of, id, before: pick(a), after: pick(b) }] : [];
  });
}

/** What differs between two states, field by field; null: nothing. */
export function differenceOf(before: StudyState, after: StudyState): Delta | null {
  const things: Difference[] = [
    ...differencesOf('list', before.list, after.list),
    ...differencesOf('working', before.working, after.working),
    ...differencesOf('variable', before.variable, after.variable),
    ...differencesOf('table', before.table, after.table),
    ...differencesOf('binder', before.binder, after.binder),
    ...differencesOf('mark', before.mark, after.mark),
  ];
  const moved = text(before.order) !== text(after.order);
  if (things.length === 0 && !moved) return null;
  return { ...(moved ? { order: { before: before.order, after: after.order } } : {}), things };
}

/** A thing as it is wanted: what it is now, with what a change gives it; null: it is to go. */
interface Wanted<P extends Part> {
  id: number;
  to: StateOf<P> | null;
}

/**
 * Puts a study as it was on one side of a change. What workings make comes back blank, to be computed again. In a
 * transaction.
 */
export function putSide(db: Db, delta: Delta, side: 'before' | 'after', respondents: number): void {
  db.pragma('defer_foreign_keys = ON');
  const now = readState(db);
  const wanted = <P extends Part>(of: P, states: ReadonlyMap<number, StateOf<P>>): Wanted<P>[] =>
    thingsOf(delta, of).map(({ id, [side]: fields }) => {
      // What is gone has all its fields in the change that brings it back.
      const to = fields && (Object.assign({}, states.get(id), fields) as StateOf<P>);
      return { id, to };
    });
  const [lists, workings] = [wanted('list', now.list), wanted('working', now.working)];
  for (const { id, to } of lists) if (to) putCodeList(db, { ...to, id }, to.codes);
  for (const { id, to } of workings) if (to) restoreWorking(db, id, to);
  putVariables(db, wanted('variable', now.variable), respondents);
  for (const { id, to } of wanted('table', now.table)) {
    if (to) restoreTable(db, { ...to, id });
    else removeTable(db, id);
  }
  for (const { id, to } of wanted('binder', now.binder)) {
    if (to) putBinder(db, { ...to, id });
    else removeBinder(db, id);
  }
  putMarks(db, wanted('mark', now.mark));
  for (const { id, to } of workings) if (!to) removeWorking(db, id);
  for (const { id, to } of lists) if (!to) removeCodeList(db, id);
  const move = prepared(db, 'UPDATE variable SET position = ? WHERE id = ?');
  delta.order?.[side].forEach((id, k) => move.run(k + 1, id));
}

/** Marks that go make room for those that come: a coder says one thing of an answer. */
function putMarks(db: Db, marks: readonly Wanted<'mark'>[]): void {
  for (const { id, to } of marks) if (!to) removeMark(db, id);
  for (const { id, to } of marks) if (to) putMark(db, { ...to, id });
}

function putVariables(db: Db, wanted: readonly Wanted<'variable'>[], respondents: number): void {
  const variables = new Map(allVariables(db).map((variable) => [variable.id, variable]));
  for (const { id, to } of wanted) {
    const old = variables.get(id);
    if (to || !old) continue;
    removeVariable(db, id);
    if (old.workingId !== null) removeColumn(db, old.columnId);
  }
  const coming = new Set(wanted.map(({ id }) => id));
  const taken = new Set([...variables.values()].filter(({ id }) => !coming.has(id)).map(({ name }) => name));
  // A name that something else has by now stays as it is.
  const freeName = (name: string, k = 2): string =>
    taken.has(`${name}_${k}`) ? freeName(name, k + 1) : `${name}_${k}`;
  const nameOf = (name: string, old: VariableRow | undefined) =>
    taken.has(name) ? (old?.name ?? freeName(name)) : name;
  const kept = wanted.flatMap(({ id, to }) => {
    const old = variables.get(id);
    return to ? [{ id, to, old, name: nameOf(to.name, old) }] : [];
  });
  // Names change for each other's: first to what nobody can type.
  for (const { id, old, name } of kept) if (old && old.name !== name) renameVariable(db, id, `\u0000${id}`);
  for (const { id, to, old, name } of kept) {
    const columnId = old?.columnId ?? blankColumn(db, name, to.level, respondents);
    // So does a level that another wave's column cannot have.
    const fits =
      to.workingId !== null || to.level === old?.level || levelsFor(columnRow(db, columnId).storage).includes(to.level);
    const level = fits ? to.level : (old?.level ?? to.level);
    restoreVariable(db, Object.assign({}, to, { id, name, columnId, level }), old);
  }
}
