import { sourcesOf } from '../../core/recode/sources.js';
import { variablesOf } from '../../core/table/sentence.js';
import { sentenceOfBody } from '../../core/table/sentence-shape.js';
import { makerOf } from '../../core/team/layer-id.js';
import type { StudyState } from '../../core/ledger/study-state.js';
import type { ShareRow } from '../../store/team/shares.js';

/** What of a layer goes along with things that are shown: all that they stand on and that was made there too. */
export interface Along {
  variables: ReadonlySet<number>;
  tables: ReadonlySet<number>;
  binders: ReadonlySet<number>;
}

/**
 * Everything that some things of a layer stand on, as far as it was made in own layers; what is common all have.
 */
export function alongWith(state: StudyState, shares: readonly Pick<ShareRow, 'part' | 'thing'>[]): Along {
  const along = { variables: new Set<number>(), tables: new Set<number>(), binders: new Set<number>() };
  const addVariable = (id: number) => {
    const variable = state.variable.get(id);
    if (!variable || along.variables.has(id) || makerOf(id) === null) return;
    along.variables.add(id);
    const working = variable.workingId === null ? undefined : state.working.get(variable.workingId);
    if (working) sourcesOf(working.recipe).forEach(addVariable);
  };
  const addTable = (id: number) => {
    const table = state.table.get(id);
    if (!table || along.tables.has(id) || makerOf(id) === null) return;
    along.tables.add(id);
    variablesOf(sentenceOfBody(table.sentence)).forEach(addVariable);
  };
  const addBinder = (id: number) => {
    const binder = state.binder.get(id);
    if (!binder || makerOf(id) === null) return;
    along.binders.add(id);
    for (const item of binder.items) if (item.is === 'table') addTable(item.table);
  };
  const add = { variable: addVariable, table: addTable, binder: addBinder };
  for (const { part, thing } of shares) add[part](thing);
  return along;
}

/** Puts things of a layer into another state, with their code lists, workings and what was coded by hand. */
export function withThings(state: StudyState, from: StudyState, { variables, tables, binders }: Along): StudyState {
  const into: StudyState = {
    order: [...state.order],
    list: new Map(state.list),
    working: new Map(state.working),
    variable: new Map(state.variable),
    table: new Map(state.table),
    binder: new Map(state.binder),
    mark: new Map(state.mark),
  };
  for (const id of from.order) {
    const variable = variables.has(id) ? from.variable.get(id) : undefined;
    if (!variable || into.variable.has(id)) continue;
    into.variable.set(id, { ...variable, starred: false });
    into.order.push(id);
    const { codeListId: list, workingId: working } = variable;
    const codes = list === null ? undefined : from.list.get(list);
    if (list !== null && codes) into.list.set(list, codes);
    const made = working === null ? undefined : from.working.get(working);
    if (working !== null && made) into.working.set(working, made);
    for (const [mark, said] of from.mark) if (said.working === working) into.mark.set(mark, said);
  }
  for (const id of tables) {
    const table = from.table.get(id);
    // What was frozen stays with whoever froze it.
    if (table) into.table.set(id, { ...table, frozen: null });
  }
  for (const id of binders) {
    const binder = from.binder.get(id);
    if (binder) into.binder.set(id, binder);
  }
  return into;
}
