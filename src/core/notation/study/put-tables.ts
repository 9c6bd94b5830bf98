import { standingItems } from '../../binder/standing-items.js';
import type { Variable } from '../../codebook/types.js';
import { mapClause } from '../../count/clause.js';
import { Fault } from '../../fault.js';
import type { StateOf } from '../../ledger/delta-shape.js';
import type { StudyState } from '../../ledger/study-state.js';
import { checkSweep } from '../../sweep/check-sweep.js';
import { captionOf } from '../../table/say-sentence.js';
import { type Condition, type Sentence, withoutStrayCodes } from '../../table/sentence.js';
import { bodyOfSentence, type ConditionCalled, sentenceOfBody, SentenceShape } from '../../table/sentence-shape.js';
import { ShownShape } from '../../table/shown-shape.js';
import { problemAt, type TextProblem } from '../text/problem.js';
import type { WrittenBinder, WrittenTable } from '../written.js';
import type { Applying } from './apply-shape.js';
import { variablesOf } from './variables-of.js';

/** Tables and binders of a text in the study. */
export interface PutTables extends Pick<StudyState, 'table' | 'binder'> {
  problems: TextProblem[];
}

type TableState = StateOf<'table'>;
type Asked = Pick<TableState, 'title' | 'sentence' | 'shown'>;

/** Nothing is wanted of a row beyond the sentence. */
const NO_MORE: Partial<WrittenTable['more'][number]> = {};

/** The sentence that a text says, variables by their ids; `find` throws where one is not there. */
function sentenceOf({ sentence, more, codes, levels }: WrittenTable, find: (name: string) => number): Sentence {
  const { rows, by, within, only, weight, battery, summary } = sentence;
  const called = <T extends { variable: string }>(list: readonly T[]) =>
    list.map((own) => ({ ...own, variable: find(own.variable) }));
  return withoutStrayCodes({
    rows: rows.map(({ variable, ...wanted }, k) => {
      const { label, nets, figures, lines } = more.find(({ row }) => row === k + 1) ?? NO_MORE;
      return {
        variable: find(variable),
        ...wanted,
        ...(nets ? { nets } : {}),
        ...(figures ? { figures } : {}),
        ...(label === undefined ? {} : { label }),
        ...(lines ? { lines } : {}),
      };
    }),
    by: by.map((nest) => nest.map(find)),
    within: within === undefined ? null : find(within),
    only: only.map((clause) =>
      mapClause<ConditionCalled<string>, Condition>(clause, (condition) => ({
        ...condition,
        variable: find(condition.variable),
      })),
    ),
    weight: weight === undefined ? null : find(weight),
    ...(battery ? { battery } : {}),
    ...(summary ? { summary } : {}),
    ...(codes.length > 0 ? { codes: called(codes) } : {}),
    ...(levels.length > 0 ? { levels: called(levels) } : {}),
  });
}

/** What of a table is shown. */
function shownOf(table: WrittenTable, find: (name: string) => number): unknown {
  const { predicted, ...told } = table;
  const rest = Object.fromEntries(Object.entries(told).filter(([field]) => field in ShownShape.shape));
  if (predicted === undefined) return rest;
  return { ...rest, predicted: typeof predicted === 'string' ? predicted : predicted.map(find) };
}

/** A table as a study keeps it, or why it cannot be. */
function askedBy(
  table: WrittenTable,
  ids: ReadonlyMap<string, number>,
  variables: readonly Variable[],
): Asked | string {
  const unknown: string[] = [];
  const find = (name: string) => {
    const id = ids.get(name);
    if (id === undefined) unknown.push(name);
    return id ?? 1;
  };
  const sentence = sentenceOf(table, find);
  const shown = ShownShape.safeParse(shownOf(table, find));
  if (unknown.length > 0) return `There is no variable “${unknown[0]}”.`;
  const body = SentenceShape.safeParse(bodyOfSentence(sentence));
  const refused = body.error ?? shown.error;
  if (!body.success || !shown.success) return `${refused?.issues[0]?.message ?? 'This is no table'}.`;
  try {
    if (shown.data.sweep) checkSweep(sentence);
  } catch (error) {
    if (error instanceof Fault) return `${error.message} ${error.mend}`;
    throw error;
  }
  const title = table.title ?? captionOf(sentence, variables, shown.data);
  return { title, sentence: body.data, shown: shown.data };
}

const keyOf = ({ title, sentence, shown }: Asked) =>
  JSON.stringify([title, bodyOfSentence(sentenceOfBody(sentence)), ShownShape.parse(shown)]);

/** Tables of the study that a text can mean, each given out once. */
class Old {
  readonly #left: Map<number, TableState>;

  constructor(tables: ReadonlyMap<number, TableState>) {
    this.#left = new Map(tables);
  }

  take(fits: (table: TableState) => boolean): number | null {
    for (const [id, table] of this.#left) {
      if (!fits(table)) continue;
      this.#left.delete(id);
      return id;
    }
    return null;
  }
}

interface Placed {
  asked: Asked;
  from: WrittenTable;
  id: number | null;
}

/**
 * Finds which table of the study each one of the text is: the same; else the one of the same title; else the one of the
 * same sentence. What is left is new.
 */
function identify(placed: readonly Placed[], tables: ReadonlyMap<number, TableState>): void {
  const old = new Old(tables);
  const keys = new Map([...tables].map(([id, table]) => [id, keyOf(table)]));
  const byState = new Map([...tables].map(([id, table]) => [table, keys.get(id)]));
  const sentence = ({ sentence: body }: Asked) => JSON.stringify(bodyOfSentence(sentenceOfBody(body)));
  const passes: ((table: TableState, asked: Asked) => boolean)[] = [
    (table, asked) => byState.get(table) === keyOf(asked),
    (table, asked) => table.title === asked.title,
    (table, asked) => sentence(table) === sentence(asked),
  ];
  for (const fits of passes) for (const place of placed) place.id ??= old.take((table) => fits(table, place.asked));
}

/** Why a table cannot be changed. */
const frozenProblem = ({ from, asked }: Placed): TextProblem =>
  problemAt(from.place, `The table “${asked.title}” is frozen.`, 'Thaw it in the binder first, or add a new one.');

/** Puts the tables and binders of a text in the place of those of the study. */
export function putTables(
  { written, now, isWhole, fresh, at }: Applying,
  ids: ReadonlyMap<string, number>,
  state: StudyState,
): PutTables {
  const problems: TextProblem[] = [];
  const variables = variablesOf(state);
  const placedBy = new Map<WrittenTable, Placed>();
  for (const { items } of written.binders)
    for (const item of items) {
      if (item.is !== 'table') continue;
      const asked = askedBy(item.table, ids, variables);
      if (typeof asked === 'string')
        problems.push(problemAt(item.table.place, asked, 'Look at its sentence and the lines under it.'));
      else placedBy.set(item.table, { asked, from: item.table, id: null });
    }
  if (isWhole) identify([...placedBy.values()], now.table);
  const table: PutTables['table'] = new Map(isWhole ? [] : now.table);
  for (const placed of placedBy.values()) {
    const before = placed.id === null ? undefined : now.table.get(placed.id);
    const id = (placed.id ??= fresh('table'));
    const isSame = before !== undefined && keyOf(before) === keyOf(placed.asked);
    if (before?.frozen && !isSame) problems.push(frozenProblem(placed));
    const made = { ...placed.asked, created: before?.created ?? at, edited: at, frozen: before?.frozen ?? null };
    table.set(id, isSame ? before : made);
  }
  // In the order of their ids, as they come out of the store.
  const ordered = new Map([...table].sort(([a], [b]) => a - b));
  const binder = putBinders(written.binders, { now, isWhole, fresh }, (own) => placedBy.get(own)?.id ?? null);
  return { table: ordered, binder, problems: [...problems, ...twiceNamed(written.binders)] };
}

const twiceNamed = (binders: readonly WrittenBinder[]): TextProblem[] => {
  const names = binders.map(({ name }) => name);
  return [...new Set(names.filter((name, k) => names.indexOf(name) !== k))].map((name) =>
    problemAt(undefined, `Two binders are called “${name}”.`, 'Call one of them otherwise.'),
  );
};

/** Binders as the text has them; where it has none, the first stays, with nothing in it. */
function putBinders(
  written: readonly WrittenBinder[],
  { now, isWhole, fresh }: Pick<Applying, 'now' | 'isWhole' | 'fresh'>,
  idOf: (table: WrittenTable) => number | null,
): StudyState['binder'] {
  const byName = new Map([...now.binder].map(([id, { name }]) => [name, id]));
  const listed = [...now.binder].map(([id, own]) => ({ id, ...own }));
  const standing = new Map(standingItems(listed, [...now.table.keys()]).map(({ id, items }) => [id, items]));
  const unnamed = [...now.binder.keys()].filter((id) => !written.some(({ name }) => byName.get(name) === id));
  const binder: StudyState['binder'] = new Map(isWhole ? [] : now.binder);
  for (const { name, items } of written) {
    // One that is called otherwise is the next of those that the text does not name.
    const id = byName.get(name) ?? (isWhole ? unnamed.shift() : undefined) ?? fresh('binder');
    const own = items.flatMap((item): StateOf<'binder'>['items'] => {
      if (item.is === 'section') return [item];
      if (item.is === 'note') return [{ is: 'note', text: item.text.join('\n') }];
      const table = idOf(item.table);
      return table === null ? [] : [{ is: 'table', table }];
    });
    const before = now.binder.get(id);
    const isSame = before?.name === name && JSON.stringify(standing.get(id)) === JSON.stringify(own);
    // A table that no binder lists stands in the first: that is not written down for nothing.
    if (isSame && isWhole) binder.set(id, before);
    else binder.set(id, { name, items: isWhole || !before ? own : [...(standing.get(id) ?? []), ...own] });
  }
  const [first] = now.binder;
  if (binder.size === 0 && first) binder.set(first[0], { ...first[1], items: [] });
  return new Map([...binder].sort(([a], [b]) => a - b));
}
