import { byId } from '../core/by-id.js';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { mapSources, sourcesOf } from '../core/recode/sources.js';
import { recipeFollows, sentenceFollows, sentenceWith } from '../core/recode/stand-in.js';
import { bodyOfSentence, sentenceOfBody } from '../core/table/sentence-shape.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import type { Db } from '../store/open.js';
import { allTables, restoreTable } from '../store/tables.js';
import { allVariables, markVariable, renameVariables, type VariableRow } from '../store/variables.js';
import { allWorkings, restoreWorking, setStandsIn } from '../store/workings.js';
import type { StandsIn } from '../core/recode/stands-in-shape.js';

/** The one source that a result can take the place of. @throws Fault where there are several */
export function placeOf(recipe: Recipe): number {
  const [source, ...more] = new Set(sourcesOf(recipe));
  if (source === undefined || more.length > 0) {
    throw new Fault(
      'invalid',
      'What is made of several variables cannot stand in for one.',
      'Keep it as a variable of its own.',
      { field: 'standsIn' },
    );
  }
  return source;
}

const namesOf = (variables: readonly VariableRow[]) => new Set(variables.map(({ name }) => name));

const moved = (recipe: Recipe, from: number, to: number) => mapSources(recipe, (id) => (id === from ? to : id));

/** Has workings stand on another variable in the place of one. */
function moveWorkings(db: Db, ids: readonly number[], from: number, to: number): number[] {
  return allWorkings(db).flatMap((working) => {
    if (!ids.includes(working.id) || !sourcesOf(working.recipe).includes(from)) return [];
    restoreWorking(db, working.id, { ...working, recipe: moved(working.recipe, from, to) });
    return [working.id];
  });
}

function moveTables(db: Db, ids: readonly number[], from: number, to: number): void {
  for (const table of allTables(db)) {
    if (ids.includes(table.id))
      restoreTable(db, { ...table, sentence: bodyOfSentence(sentenceWith(sentenceOfBody(table.sentence), from, to)) });
  }
}

/**
 * Has tables and workings stand on another variable in the place of one, where the codes that they name mean the same
 * there. In a transaction.
 * @param but workings that stay as they are
 * @returns the ids of what went over
 */
export function goOver(
  db: Db,
  from: VariableRow,
  to: VariableRow,
  but: readonly number[],
): Pick<StandsIn, 'workings' | 'tables'> {
  const followers = allWorkings(db).filter(
    ({ id, recipe }) =>
      !but.includes(id) && sourcesOf(recipe).includes(from.id) && recipeFollows(recipe, from.id, from, to),
  );
  const tables = allTables(db)
    .filter(({ sentence }) => sentenceFollows(sentenceOfBody(sentence), from.id, from, to))
    .map(({ id }) => id);
  const ids = followers.map(({ id }) => id);
  const workings = moveWorkings(db, ids, from.id, to.id);
  moveTables(db, tables, from.id, to.id);
  return { workings, tables };
}

/** A name that is not taken: the stem, or the stem with a number behind it. */
export function freeName(stem: string, taken: ReadonlySet<string>): string {
  let name = stem;
  for (let again = 2; taken.has(name); again++) name = `${stem}_${again}`;
  return name;
}

/**
 * Puts what a working makes in the place of its source: it takes the source's name, group and star; tables and other
 * workings go over to it where the codes that they name mean the same there; the source stays, out of the lists. In a
 * transaction.
 * @throws Fault where something stands in for the source already
 */
export function takePlace(db: Db, working: number): void {
  const variables = allVariables(db);
  const workings = allWorkings(db);
  const own = byId(workings, working);
  const variable = variables.find(({ workingId }) => workingId === working);
  if (!own || !variable) throw new Error(`working ${working} makes nothing`);
  const source = byId(variables, placeOf(own.recipe));
  if (!source) throw new Error(`working ${working} has no source`);
  const rival = workings.find(({ standsIn }) => standsIn?.source === source.id);
  if (rival && rival.id !== working) {
    const title = titleOf(variables.find(({ workingId }) => workingId === rival.id) ?? variable);
    throw new Fault('conflict', `${title} stands in for ${titleOf(source)} already.`, 'Take that back first.', {
      field: 'standsIn',
      variable: source.name,
    });
  }
  const standsIn: StandsIn = {
    source: source.id,
    name: variable.name,
    aside: source.aside,
    ...goOver(db, source, variable, [working]),
  };
  renameVariables(db, [
    { id: source.id, name: freeName(`${source.name}_source`, namesOf(variables)) },
    { id: variable.id, name: source.name },
  ]);
  markVariable(db, source.id, { ...source, aside: true });
  markVariable(db, variable.id, {
    ...variable,
    group: variable.group || source.group,
    starred: variable.starred || source.starred,
  });
  setStandsIn(db, working, standsIn);
}

/** Gives a source its place back: its name, and what went over from it and still stands on the result. */
export function giveBack(db: Db, working: number): void {
  const variables = allVariables(db);
  const variable = variables.find(({ workingId }) => workingId === working);
  const { standsIn } = byId(allWorkings(db), working) ?? {};
  if (!variable || !standsIn) return;
  const source = byId(variables, standsIn.source);
  if (source) {
    moveWorkings(db, standsIn.workings, variable.id, source.id);
    const back = allTables(db).filter(
      ({ id, sentence }) =>
        standsIn.tables.includes(id) && sentenceFollows(sentenceOfBody(sentence), variable.id, variable, source),
    );
    moveTables(
      db,
      back.map(({ id }) => id),
      variable.id,
      source.id,
    );
    const others = variables.filter(({ id }) => id !== variable.id && id !== source.id);
    renameVariables(db, [
      { id: source.id, name: variable.name },
      { id: variable.id, name: freeName(standsIn.name, namesOf(others)) },
    ]);
    markVariable(db, source.id, { ...source, aside: standsIn.aside });
  }
  setStandsIn(db, working, null);
}
