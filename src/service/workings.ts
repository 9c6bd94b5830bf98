import { byId, titleById } from '../core/by-id.js';
import { andMore } from '../core/and-more.js';
import { plainLetters } from '../core/plain-letters.js';
import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { checkRecipe } from '../core/recode/check.js';
import { verbOf } from '../core/recode/say.js';
import { sourcesOf } from '../core/recode/sources.js';
import type { Proof } from '../core/recode/proof-shape.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import type { Mark } from '../core/recode/theme/mark.js';
import { marksOf } from '../store/marks.js';
import { insertCodeList } from '../store/code-lists.js';
import { allVariables, insertVariable, renameVariable, type VariableRow } from '../store/variables.js';
import { allWorkings, putWorking } from '../store/workings.js';
import type { StandsIn } from '../core/recode/stands-in-shape.js';
import { whoAsks } from './asking.js';
import type { OpenStudy, Service } from './context.js';
import { record } from './ledger.js';
import { change } from './open-study.js';
import { madeBy } from './made-by.js';
import { freeName, giveBack, placeOf, takePlace } from './stand-in.js';
import { deriveFrom, keepLoose, replaceResult, type Result, signatureOf } from './settle.js';
import { takeOut, usersInWords } from './take-out.js';
import type { Derived } from './worker/derive/types.js';

/** Refuses what no data can mend, with the nearest names of the study to an unknown one. @throws Fault */
function checkIn(variables: readonly VariableRow[], ...recipes: readonly Recipe[]): void {
  const names = variables.map(({ name }) => name);
  for (const recipe of recipes) checkRecipe(recipe, names);
}

/**
 * What a recipe would make, with its proof, without keeping anything.
 * @param working that it is to be the recipe of, with what was coded by hand; absent: a new one
 */
export async function previewWorking(
  service: Service,
  study: OpenStudy,
  recipe: Recipe,
  working?: number,
): Promise<Omit<Derived, 'column'>> {
  const variables = allVariables(study.db);
  checkIn(variables, recipe);
  const marks = working === undefined ? [] : marksOf(study.db, working);
  const { level, codes, proof, figures } = await deriveFrom(service, study, recipe, variables, true, marks);
  return { level, codes, proof, figures };
}

export interface WorkingDraft {
  /** Name of the new variable; made from the label where it is empty. */
  name: string;
  label: string;
  recipe: Recipe;
  /** It takes the place of its source. */
  standsIn?: boolean | undefined;
}

export interface KeptWorking {
  working: number;
  variable: number;
  proof: Proof;
}

/** A name for a variable: letters, digits and underscores of its label, unused so far. */
function nameFrom(label: string, taken: ReadonlySet<string>): string {
  const plain = plainLetters(label)
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 40);
  return freeName(plain === '' ? 'working' : plain, taken);
}

function checkedName(draft: WorkingDraft, taken: ReadonlySet<string>): string {
  const wanted = draft.name.trim();
  if (wanted === '') return nameFrom(draft.label, taken);
  if (taken.has(wanted)) {
    throw new Fault('conflict', `The study already has a variable ${wanted}.`, 'Choose another name.', {
      field: 'name',
    });
  }
  return wanted;
}

/** Refuses a recipe that stands on its own result, with the loop spelled out. */
function checkLoop(recipe: Recipe, own: number, variables: readonly VariableRow[], study: OpenStudy): void {
  const workings = allWorkings(study.db);
  const title = (id: number) => titleById(variables, id);
  const walk = (id: number, path: number[]): void => {
    if (id === own) {
      const loop = [own, ...path, own].map(title).join(' from ');
      throw new Fault('conflict', `This would go in a circle: ${loop}.`, 'Choose another source.', { field: 'source' });
    }
    const working = byId(workings, byId(variables, id)?.workingId);
    for (const source of working ? sourcesOf(working.recipe) : []) walk(source, [...path, id]);
  };
  for (const source of sourcesOf(recipe)) walk(source, []);
}

/** What a recipe comes to, in a column that no variable has yet. @throws Fault where a source does not suit */
async function computed(
  service: Service,
  study: OpenStudy,
  recipe: Recipe,
  name: string,
  variables: readonly VariableRow[],
  marks: readonly Mark[] = [],
): Promise<Result> {
  const derived = await deriveFrom(service, study, recipe, variables, false, marks);
  const { level, codes, proof } = derived;
  return { level, codes, proof, columnId: keepLoose(study.db, name, derived) };
}

/** Puts a new working and its variable into the study, right behind the last of its sources. */
function insertWorking(
  study: OpenStudy,
  { label, recipe, standsIn = false }: WorkingDraft,
  name: string,
  result: Result,
  variables: readonly VariableRow[],
): KeptWorking {
  const { db } = study;
  const { proof } = result;
  const signature = signatureOf(recipe, variables);
  const working = putWorking(db, null, { recipe, proof, signature }, new Date().toISOString());
  const made = {
    name,
    label: label.trim(),
    question: '',
    level: result.level,
    columnId: result.columnId,
    codeListId: insertCodeList(db, name, result.codes),
    workingId: working,
    madeBy: whoAsks().name ?? '',
  };
  const variable = insertVariable(db, made, sourcesOf(recipe).at(-1) ?? null);
  if (standsIn) takePlace(db, working);
  return { working, variable, proof };
}

/** A working in a few words: "Age band (bands Age)". */
export function sayDraft(
  { label, name, recipe, standsIn = false }: WorkingDraft,
  variables: readonly VariableRow[],
): string {
  const titles = sourcesOf(recipe).map((id) => titleById(variables, id));
  const of = andMore(titles, 2);
  return (
    `${label.trim() === '' ? name : label.trim()} (${verbOf(recipe)} ` +
    `${of}${standsIn ? ', and stands in for it' : ''})`
  );
}

/** Keeps new workings and the variables that they make, all or none. A failed proof does not prevent it. */
export function keepWorkings(
  service: Service,
  study: OpenStudy,
  drafts: readonly WorkingDraft[],
): Promise<KeptWorking[]> {
  checkIn(allVariables(study.db), ...drafts.map(({ recipe }) => recipe));
  for (const { recipe, standsIn = false } of drafts) if (standsIn) placeOf(recipe);
  return change(service, study, async () => {
    const variables = allVariables(study.db);
    const taken = new Set(variables.map(({ name }) => name));
    const named = drafts.map((draft) => {
      const name = checkedName(draft, taken);
      taken.add(name);
      return { draft, name };
    });
    const all: { draft: WorkingDraft; name: string; result: Result }[] = [];
    const progress = { done: 0, of: named.length };
    service.making.set(study.id, progress);
    try {
      for (const item of named) {
        all.push({ ...item, result: await computed(service, study, item.draft.recipe, item.name, variables) });
        progress.done++;
      }
    } finally {
      service.making.delete(study.id);
    }
    // Several of one source stand behind it in the order in which they were asked for.
    const insert = () =>
      [...all]
        .reverse()
        .map(({ draft, name, result }) => insertWorking(study, draft, name, result, variables))
        .reverse();
    const [first] = all;
    const words = !first
      ? ''
      : all.length === 1
        ? `Made ${sayDraft(first.draft, variables)}`
        : `Made ${all.length} variables: ${all
            .slice(0, 2)
            .map(({ draft }) => draft.label)
            .join(', ')}, …`;
    return record(service, study, 'working', words, insert);
  });
}

/**
 * Keeps a new working and the variable that it makes. A failed proof does not prevent it; the variable stays marked.
 */
export async function keepWorking(service: Service, study: OpenStudy, draft: WorkingDraft): Promise<KeptWorking> {
  const [kept] = await keepWorkings(service, study, [draft]);
  if (!kept) throw new Error('a working was not kept');
  return kept;
}

/** How far the workings are that are being made together in a study; null: none are. */
export const makingIn = (service: Service, study: string) => service.making.get(study) ?? null;

/** Refuses to change the source of what stands in for it. @throws Fault */
function checkPlace({ recipe, standsIn }: WorkingDraft, standing: StandsIn | null): void {
  const stays = standsIn ?? standing !== null;
  if (stays && placeOf(recipe) !== (standing?.source ?? placeOf(recipe))) {
    throw new Fault(
      'conflict',
      'It stands in for its source, which would be another.',
      'Let it stand beside its source first.',
      { field: 'recipe.source' },
    );
  }
}

/** Changes a working, within a change of the study. */
export async function putEdited(
  service: Service,
  study: OpenStudy,
  id: number,
  draft: WorkingDraft,
): Promise<KeptWorking> {
  const { db } = study;
  const variables = allVariables(db);
  checkIn(variables, draft.recipe);
  const derived = madeBy(db, id);
  const name =
    draft.name.trim() === ''
      ? derived.name
      : checkedName(
          draft,
          new Set(variables.filter(({ id: other }) => other !== derived.id).map((variable) => variable.name)),
        );
  checkLoop(draft.recipe, derived.id, variables, study);
  const standing = byId(allWorkings(db), id)?.standsIn ?? null;
  checkPlace(draft, standing);
  const marks = marksOf(db, id);
  const result = await computed(service, study, draft.recipe, name, variables, marks);
  await record(service, study, 'working', `Changed ${sayDraft({ ...draft, name }, variables)}`, () => {
    const signature = signatureOf(draft.recipe, variables, marks);
    putWorking(db, id, { recipe: draft.recipe, proof: result.proof, signature }, new Date().toISOString());
    if (name !== derived.name) renameVariable(db, derived.id, name);
    replaceResult(db, { ...derived, name, label: draft.label.trim() }, result);
    if (draft.standsIn !== undefined && draft.standsIn !== (standing !== null)) {
      if (draft.standsIn) takePlace(db, id);
      else giveBack(db, id);
    }
  });
  return { working: id, variable: derived.id, proof: result.proof };
}

/** Changes a working; what stands on it is computed again. */
export const editWorking = (
  service: Service,
  study: OpenStudy,
  id: number,
  draft: WorkingDraft,
): Promise<KeptWorking> => change(service, study, () => putEdited(service, study, id, draft));

/** Takes a working and its variable out. @throws Fault naming what still uses it */
export function dropWorking(service: Service, study: OpenStudy, id: number): Promise<void> {
  return change(service, study, async () => {
    const { db } = study;
    const variable = madeBy(db, id);
    await record(service, study, 'working', `Took out ${titleOf(variable)}`, () => {
      // What went over to it from its source goes back.
      giveBack(db, id);
      const users = usersInWords(db, variable.id);
      if (users.length > 0) {
        throw new Fault('conflict', `${titleOf(variable)} is used by ${users.join(', ')}.`, 'Take those out first.', {
          variable: variable.name,
        });
      }
      takeOut(db, id, variable);
    });
  });
}
