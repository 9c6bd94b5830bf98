import type { Code, Level } from '../core/codebook/types.js';
import { levelsFor } from '../core/codebook/levels.js';
import type { Recipe } from '../core/recode/types.js';
import { type CodeListRow, codesByList, allCodeLists, putCodeList, removeCodeList } from './code-lists.js';
import { blankColumn, columnRow, removeColumn } from './columns.js';
import type { Db } from './open.js';
import { allTables, removeTable, restoreTable, type SavedTableRow } from './tables.js';
import { allVariables, type Marks, removeVariable, restoreVariable, type VariableRow } from './variables.js';
import { allWorkings, removeWorking, restoreWorking, type StandsIn } from './workings.js';

/** A variable as it can be changed and brought back; where its values are is not part of it. */
export interface VariableState extends Marks {
  name: string;
  label: string;
  question: string;
  level: Level;
  codeListId: number | null;
  workingId: number | null;
  madeAt: string;
}

/** Everything in a study that can be changed, each thing by its id. */
export interface State {
  /** Variables in the order of the roster. */
  order: number[];
  list: Map<number, Omit<CodeListRow, 'id'> & { codes: Code[] }>;
  working: Map<number, { recipe: Recipe; created: string; edited: string; standsIn: StandsIn | null }>;
  variable: Map<number, VariableState>;
  table: Map<number, Omit<SavedTableRow, 'id'>>;
}

const PARTS = ['list', 'working', 'variable', 'table'] as const;
type Part = (typeof PARTS)[number];
export type Fields = Record<string, unknown>;

/** One thing that was changed: the fields that differ, before and after; null: it was not there. */
export interface Difference {
  of: Part;
  id: number;
  before: Fields | null;
  after: Fields | null;
}

/** What a change made of a study, in both directions. */
export interface Delta {
  order?: { before: number[]; after: number[] } | undefined;
  things: Difference[];
}

function stateOf({
  name,
  label,
  question,
  level,
  codeListId,
  workingId,
  madeAt,
  note,
  group,
  starred,
  aside,
  shownOrder,
}: VariableRow): VariableState {
  return { name, label, question, level, codeListId, workingId, madeAt, note, group, starred, aside, shownOrder };
}

/** Everything in a study that can be changed, as it stands. */
export function readState(db: Db): State {
  const variables = allVariables(db);
  const codes = codesByList(db);
  const without = <T extends { id: number }>({ id, ...rest }: T): [number, Omit<T, 'id'>] => [id, rest];
  return {
    order: variables.map(({ id }) => id),
    list: new Map(allCodeLists(db).map(({ id, name, kept }) => [id, { name, kept, codes: codes.get(id) ?? [] }])),
    working: new Map(
      allWorkings(db).map(({ id, recipe, created, edited, standsIn }) => [id, { recipe, created, edited, standsIn }]),
    ),
    variable: new Map(variables.map((variable) => [variable.id, stateOf(variable)])),
    table: new Map(allTables(db).map(without)),
  };
}

const text = (value: unknown) => JSON.stringify(value);

/** What differs between two states, field by field; null: nothing. */
export function differenceOf(before: State, after: State): Delta | null {
  const things = PARTS.flatMap((of): Difference[] => {
    const [old, now]: [ReadonlyMap<number, object>, ReadonlyMap<number, object>] = [before[of], after[of]];
    return [...new Set([...old.keys(), ...now.keys()])].flatMap((id): Difference[] => {
      const [a, b] = [old.get(id) as Fields | undefined, now.get(id) as Fields | undefined];
      if (!a || !b) return [{ of, id, before: a ?? null, after: b ?? null }];
      const fields = Object.keys(b).filter((field) => text(a[field]) !== text(b[field]));
      const pick = (from: Fields) => Object.fromEntries(fields.map((field) => [field, from[field]]));
      return fields.length > 0 ? [{ of, id, before: pick(a), after: pick(b) }] : [];
    });
  });
  const moved = text(before.order) !== text(after.order);
  if (things.length === 0 && !moved) return null;
  return { ...(moved ? { order: { before: before.order, after: after.order } } : {}), things };
}

/**
 * Puts a study as it was on one side of a change. What workings make comes back blank, to be computed again. In a
 * transaction.
 */
export function putSide(db: Db, delta: Delta, side: 'before' | 'after', respondents: number): void {
  db.pragma('defer_foreign_keys = ON');
  const now = readState(db);
  const wanted = (of: Part) =>
    delta.things
      .filter((one) => one.of === of)
      .map(({ id, [side]: fields }) => ({ id, to: fields && { ...now[of].get(id), ...fields } }));
  for (const { id, to } of wanted('list'))
    if (to) putCodeList(db, { ...(to as CodeListRow), id }, (to as { codes: Code[] }).codes);
  for (const { id, to } of wanted('working'))
    if (to) restoreWorking(db, id, to as Parameters<typeof restoreWorking>[2]);
  putVariables(db, wanted('variable') as { id: number; to: VariableState | null }[], respondents);
  for (const { id, to } of wanted('table')) {
    if (to) restoreTable(db, { ...(to as SavedTableRow), id });
    else removeTable(db, id);
  }
  for (const { id, to } of wanted('working')) if (!to) removeWorking(db, id);
  for (const { id, to } of wanted('list')) if (!to) removeCodeList(db, id);
  const move = db.prepare('UPDATE variable SET position = ? WHERE id = ?');
  delta.order?.[side].forEach((id, k) => move.run(k + 1, id));
}

function putVariables(db: Db, wanted: readonly { id: number; to: VariableState | null }[], respondents: number): void {
  const known = new Map(allVariables(db).map((variable) => [variable.id, variable]));
  for (const { id, to } of wanted) {
    const old = known.get(id);
    if (to || !old) continue;
    removeVariable(db, id);
    if (old.workingId !== null) removeColumn(db, old.columnId);
  }
  const kept = wanted.flatMap(({ id, to }) => (to ? [{ id, to, old: known.get(id) }] : []));
  const coming = new Set(wanted.map(({ id }) => id));
  const taken = new Set([...known.values()].filter(({ id }) => !coming.has(id)).map(({ name }) => name));
  // Names change for each other's: first to what nobody can type.
  for (const { id, old } of kept)
    if (old) db.prepare('UPDATE variable SET name = ? WHERE id = ?').run(`\u0000${id}`, id);
  for (const { id, to, old } of kept) {
    // A name that something else has by now, and a level that another wave's column cannot have, stay as they are.
    const name = taken.has(to.name) ? (old?.name ?? `${to.name}_${id}`) : to.name;
    const columnId = old?.columnId ?? blankColumn(db, name, to.level, respondents);
    const fits = to.workingId !== null || levelsFor(columnRow(db, columnId).storage).includes(to.level);
    restoreVariable(db, { ...to, id, name, columnId, level: fits ? to.level : (old?.level ?? to.level) });
  }
}
