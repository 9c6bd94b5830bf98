import { titleOf } from '../core/codebook/types.js';
import { Fault } from '../core/fault.js';
import { checkConvert } from '../core/recode/convert.js';
import { checkGather } from '../core/recode/gather.js';
import { checkSlots } from '../core/recode/slots.js';
import { checkRegroup } from '../core/recode/regroup.js';
import { type Proof, type Recipe, sourcesOf } from '../core/recode/types.js';
import { removeColumn } from '../store/columns.js';
import { dropUnusedLists, insertCodeList } from '../store/code-lists.js';
import { allVariables, insertVariable, removeVariable, renameVariable, type VariableRow } from '../store/variables.js';
import { allWorkings, putWorking, removeWorking, usersOfVariable } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { change } from './open-study.js';
import { deriveFrom, keepColumn, replaceResult, settle, signatureOf } from './settle.js';
import type { Derived } from './worker/derive-job.js';

function checkRecipe(recipe: Recipe): void {
  if (recipe.kind === 'regroup') checkRegroup(recipe);
  else if (recipe.kind === 'slots') checkSlots(recipe);
  else if (recipe.kind === 'convert') checkConvert(recipe);
  else checkGather(recipe);
}

/** What a recipe would make, with its proof, without keeping anything. */
export async function previewWorking(
  service: Service,
  study: OpenStudy,
  recipe: Recipe,
): Promise<Pick<Derived, 'level' | 'codes' | 'proof'>> {
  checkRecipe(recipe);
  const { level, codes, proof } = await deriveFrom(service, study, recipe, allVariables(study.db), true);
  return { level, codes, proof };
}

export interface WorkingDraft {
  /** Name of the new variable; made from the label where it is empty. */
  name: string;
  label: string;
  recipe: Recipe;
}

export interface KeptWorking {
  working: number;
  variable: number;
  proof: Proof;
}

/** A name for a variable: letters, digits and underscores of its label, unused so far. */
function nameFrom(label: string, taken: ReadonlySet<string>): string {
  const plain = label
    .normalize('NFKD')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 40);
  const stem = plain === '' ? 'working' : plain;
  let name = stem;
  for (let again = 2; taken.has(name); again++) name = `${stem}_${again}`;
  return name;
}

function checkedName(draft: WorkingDraft, variables: readonly VariableRow[], own: number | null): string {
  const taken = new Set(variables.filter(({ id }) => id !== own).map(({ name }) => name));
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
  const title = (id: number) => titleOf(variables.find((one) => one.id === id) ?? { name: String(id), label: '' });
  const walk = (id: number, path: number[]): void => {
    if (id === own) {
      const loop = [own, ...path, own].map(title).join(' from ');
      throw new Fault('conflict', `This would go in a circle: ${loop}.`, 'Choose another source.', { field: 'source' });
    }
    const working = workings.find((one) => one.id === variables.find((v) => v.id === id)?.workingId);
    for (const source of working ? sourcesOf(working.recipe) : []) walk(source, [...path, id]);
  };
  for (const source of sourcesOf(recipe)) walk(source, []);
}

/** Keeps a new working and the variable that it makes. A failed proof does not prevent it; the variable stays marked. */
export function keepWorking(service: Service, study: OpenStudy, draft: WorkingDraft): Promise<KeptWorking> {
  checkRecipe(draft.recipe);
  return change(service, study, async () => {
    const { db } = study;
    const variables = allVariables(db);
    const name = checkedName(draft, variables, null);
    const derived = await deriveFrom(service, study, draft.recipe, variables, false);
    const { column } = derived;
    if (!column) throw new Error('a working made no column');
    return db
      .transaction(() => {
        const signature = signatureOf(draft.recipe, variables);
        const working = putWorking(
          db,
          null,
          { recipe: draft.recipe, proof: derived.proof, signature },
          new Date().toISOString(),
        );
        const variable = insertVariable(
          db,
          {
            name,
            label: draft.label.trim(),
            question: '',
            level: derived.level,
            columnId: keepColumn(db, name, column),
            codeListId: insertCodeList(db, name, derived.codes),
            workingId: working,
          },
          sourcesOf(draft.recipe).at(-1) ?? null,
        );
        return { working, variable, proof: derived.proof };
      })
      .immediate();
  });
}

function madeBy(study: OpenStudy, id: number): VariableRow {
  const made = allVariables(study.db).find(({ workingId }) => workingId === id);
  if (!made)
    throw new Fault('not-found', `The study has no working ${id}.`, 'Choose one from the list of workings.', {
      field: 'working',
    });
  return made;
}

/** Changes a working; what stands on it is computed again. */
export function editWorking(service: Service, study: OpenStudy, id: number, draft: WorkingDraft): Promise<KeptWorking> {
  checkRecipe(draft.recipe);
  return change(service, study, async () => {
    const { db } = study;
    const made = madeBy(study, id);
    const variables = allVariables(db);
    const name = draft.name.trim() === '' ? made.name : checkedName(draft, variables, made.id);
    checkLoop(draft.recipe, made.id, variables, study);
    const derived = await deriveFrom(service, study, draft.recipe, variables, false);
    db.transaction(() => {
      const signature = signatureOf(draft.recipe, variables);
      putWorking(db, id, { recipe: draft.recipe, proof: derived.proof, signature }, new Date().toISOString());
      if (name !== made.name) renameVariable(db, made.id, name);
      replaceResult(db, { ...made, name, label: draft.label.trim() }, derived);
    }).immediate();
    await settle(service, study);
    return { working: id, variable: made.id, proof: derived.proof };
  });
}

/** Takes a working and its variable out. @throws Fault naming what still uses it */
export function dropWorking(service: Service, study: OpenStudy, id: number): Promise<void> {
  return change(service, study, () => {
    const { db } = study;
    const made = madeBy(study, id);
    const { workings, tables } = usersOfVariable(db, made.id);
    if (workings.length + tables.length > 0) {
      throw new Fault(
        'conflict',
        `${titleOf(made)} is used by ${[...workings.map(({ title }) => title), ...tables.map(({ title }) => `the table "${title}"`)].join(', ')}.`,
        'Take those out first.',
        { variable: made.name },
      );
    }
    db.transaction(() => {
      removeVariable(db, made.id);
      removeWorking(db, id);
      removeColumn(db, made.columnId);
      dropUnusedLists(db);
    }).immediate();
  });
}
