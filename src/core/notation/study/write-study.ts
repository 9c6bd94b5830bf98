import { standingItems } from '../../binder/standing-items.js';
import type { StateOf, VariableState } from '../../ledger/delta-shape.js';
import type { StudyState } from '../../ledger/study-state.js';
import { withNames } from '../../recode/sources.js';
import type { SizeWord } from '../../study/settings-shape.js';
import type { WrittenBinder, WrittenCodings, WrittenStudy, WrittenVariable } from '../written.js';
import { listNames } from './list-names.js';
import { variablesOf } from './variables-of.js';
import { writeTable } from './write-table.js';

/** A study as it stands, with what of it does not change by entries of the ledger. */
export interface StudyToWrite {
  name: string;
  subtitle: string;
  sizeWords: readonly SizeWord[];
  state: StudyState;
  /** The headings of columns in the data, by the variable. */
  headings: ReadonlyMap<number, string>;
}

/** Lines of a text, none of an empty one. */
const linesIn = (text: string): string[] => (text === '' ? [] : text.split('\n'));

type NameOf = (id: number) => string;

function ofColumn(
  id: number,
  { name, level, codeListId }: VariableState,
  { state, headings }: StudyToWrite,
  lists: ReadonlyMap<number, string>,
): Partial<WrittenVariable> {
  const heading = headings.get(id);
  const list = codeListId === null ? undefined : lists.get(codeListId);
  const codes = codeListId === null ? [] : (state.list.get(codeListId)?.codes ?? []);
  return {
    ...(heading === undefined || heading === name ? {} : { heading }),
    ...(level === 'multiple' ? {} : { level }),
    ...(list === undefined ? { codes } : { list }),
  };
}

function ofWorking({ recipe, standsIn }: StateOf<'working'>, nameOf: NameOf): Partial<WrittenVariable> {
  const place = standsIn && { source: nameOf(standsIn.source), was: standsIn.name, aside: standsIn.aside };
  return { recipe: withNames(recipe, nameOf), ...(place ? { standsIn: place } : {}) };
}

function writeVariable(
  id: number,
  study: StudyToWrite,
  lists: ReadonlyMap<number, string>,
  nameOf: NameOf,
): WrittenVariable {
  const variable = study.state.variable.get(id)!;
  const { name, label, question, group, note, starred, aside, shownOrder, offScale, workingId } = variable;
  const working = workingId === null ? undefined : study.state.working.get(workingId);
  return {
    name,
    label,
    question,
    codes: [],
    ...(working ? ofWorking(working, nameOf) : ofColumn(id, variable, study, lists)),
    group,
    note: linesIn(note),
    starred,
    aside,
    shownOrder,
    offScale,
  };
}

/** What was coded by hand, a list for each coder of each working. */
function writeCodings({ mark, variable }: StudyState): WrittenCodings[] {
  const madeBy = new Map([...variable.values()].map(({ workingId, name }) => [workingId, name]));
  const lists = new Map<string, WrittenCodings>();
  for (const { working, coder, settles, text, verdict, themes, quote } of mark.values()) {
    const of = madeBy.get(working);
    if (of === undefined) continue;
    const key = JSON.stringify([of, coder, settles]);
    const list = lists.get(key) ?? { of, coder, settles, marks: [] };
    lists.set(key, list);
    list.marks.push({ text, verdict, themes, quote });
  }
  return [...lists.values()];
}

function writeBinders(state: StudyState, nameOf: NameOf): WrittenBinder[] {
  const variables = variablesOf(state);
  const binders = [...state.binder].map(([id, binder]) => ({ id, ...binder }));
  return standingItems(binders, [...state.table.keys()]).map(({ name, items }) => ({
    name,
    items: items.map((item) => {
      if (item.is === 'section') return item;
      if (item.is === 'note') return { is: 'note', text: linesIn(item.text) };
      return { is: 'table', table: writeTable(state.table.get(item.table)!, variables, nameOf) };
    }),
  }));
}

/** A study as its text says it: everything but the respondents. Figures that are frozen are not part of it. */
export function writeStudy(study: StudyToWrite): WrittenStudy {
  const { state, name, subtitle, sizeWords } = study;
  const nameOf = (id: number) => state.variable.get(id)?.name ?? 'gone';
  const names = listNames(state);
  return {
    head: { name, subtitle, sizeWords: [...sizeWords] },
    lists: [...names].map(([id, listName]) => {
      const { kept, codes } = state.list.get(id)!;
      return { name: listName, kept, codes };
    }),
    variables: state.order.filter((id) => state.variable.has(id)).map((id) => writeVariable(id, study, names, nameOf)),
    codings: writeCodings(state),
    binders: writeBinders(state, nameOf),
  };
}
