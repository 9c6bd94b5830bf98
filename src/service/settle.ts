import { insertLinkedColumn } from '../store/links.js';
import { byId } from '../core/by-id.js';
import { createHash } from 'node:crypto';
import { titleOf } from '../core/codebook/types.js';
import { codesRead } from '../core/recode/codes-read.js';
import { withSourceLabels } from '../core/recode/source-labels.js';
import { sourcesOf } from '../core/recode/sources.js';
import type { Proof } from '../core/recode/proof-shape.js';
import type { Recipe } from '../core/recode/recipe-shape.js';
import type { Mark } from '../core/recode/theme/mark.js';
import { withoutValues } from '../core/recode/without-values.js';
import { Fault } from '../core/fault.js';
import { blankColumn, columnRow, insertColumn, removeColumn, writeArray } from '../store/columns.js';
import type { Db } from '../store/open.js';
import { studyRow } from '../store/study.js';
import { dropUnusedLists, insertCodeList, replaceCodes } from '../store/code-lists.js';
import { allMarks, type MarkRow } from '../store/marks.js';
import { allVariables, updateVariable, type VariableRow } from '../store/variables.js';
import { withoutWaiting } from '../store/without-waiting.js';
import { allWorkings, putWorking, type WorkingRow } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import { identifierOf } from './identifier.js';
import type { Derived, DeriveSource } from './worker/derive/types.js';

/** Grows when sets are computed in another way, so that those of before are computed again. */
const SETS = 2;
const setKinds: readonly Recipe['kind'][] = ['gather', 'slots', 'combine'];

/** What a signature was made of, which is the same object as long as nothing of it was changed. */
interface Signed {
  sources: readonly (VariableRow | undefined)[];
  marks: readonly Mark[];
  signature: string;
}

/** By the first source, which is of one study, and by the recipe, which several studies may have. */
const signed = new WeakMap<VariableRow, Map<Recipe, Signed>>();

const areSame = <T>(one: readonly T[], other: readonly T[]) =>
  one.length === other.length && one.every((item, k) => item === other[k]);

/** What a working's result depends on: the columns and codes of its sources, and what was said answer by answer. */
export function signatureOf(recipe: Recipe, variables: readonly VariableRow[], marks: readonly Mark[] = []): string {
  return signatureFrom(recipe, (id) => byId(variables, id), marks);
}

function signatureFrom(
  recipe: Recipe,
  variableAt: (id: number) => VariableRow | undefined,
  marks: readonly Mark[],
): string {
  const sources = sourcesOf(recipe).map(variableAt);
  const [first] = sources;
  const bySource = (first && signed.get(first)) ?? new Map<Recipe, Signed>();
  const known = bySource.get(recipe);
  if (known && areSame(known.sources, sources) && areSame(known.marks, marks)) return known.signature;
  const signature = sign(recipe, sources, marks);
  if (first) signed.set(first, bySource.set(recipe, { sources, marks, signature }));
  return signature;
}

function sign(recipe: Recipe, variables: readonly (VariableRow | undefined)[], marks: readonly Mark[]): string {
  const several = ['interlock', 'score', 'combine', 'slots', 'gather'].includes(recipe.kind);
  const sources = variables.map((variable) => {
    // What is made of several variables calls them by their titles, in its codes or in its proof.
    const title = several && variable ? titleOf(variable) : '';
    return [variable?.columnId, variable?.level, variable && codesRead(recipe, variable), title];
  });
  const said = marks.map(({ text, verdict, themes, coder, settles }) => [text, verdict, themes, coder, settles]);
  const more = [...(setKinds.includes(recipe.kind) ? [SETS] : []), ...(said.length > 0 ? [said] : [])];
  return createHash('sha256')
    .update(JSON.stringify([recipe, sources, ...more]))
    .digest('hex');
}

/** The variables that a recipe stands on, as a job reads them. @throws Fault where one is gone */
export function jobSources(recipe: Recipe, variables: readonly VariableRow[]): DeriveSource[] {
  return sourcesOf(recipe).map((id) => {
    const variable = byId(variables, id);
    if (!variable) {
      throw new Fault('not-found', `The study has no variable ${id}.`, 'Choose the source from the roster.', {
        field: 'source',
      });
    }
    const codes = codesRead(recipe, variable);
    return { column: variable.columnId, title: titleOf(variable), level: variable.level, codes };
  });
}

/** Computes what a recipe makes. @throws Fault where a source is gone or does not suit */
export async function deriveFrom(
  service: Service,
  study: OpenStudy,
  recipe: Recipe,
  variables: readonly VariableRow[],
  proofOnly: boolean,
  marks: readonly Mark[] = [],
): Promise<Derived> {
  const sources = jobSources(recipe, variables);
  const { respondents } = studyRow(study.db);
  // Only proofs of questions name respondents.
  const identifier = setKinds.includes(recipe.kind) ? identifierOf(study.db) : null;
  const named = withSourceLabels(recipe, variables);
  const job = { file: study.file, respondents, recipe: named, sources, marks, identifier, proofOnly };
  const derived = await service.run(proofOnly ? 'preview' : 'derive', job);
  const empty = sources
    .filter(({ column }) => (columnRow(study.db, column) as { blank: number } | undefined)?.blank === respondents)
    .map(({ title }) => title);
  return { ...derived, proof: withoutValues(derived.proof, [...new Set(empty)]) };
}

/** Keeps a derived column. Returns its id; a column is never changed, so an old one gives way to a new one. */
function keepColumn(db: Db, name: string, column: NonNullable<Derived['column']>): number {
  const { storage, width, blank, codes, values, state, linked, histogram = null } = column;
  const id = insertColumn(db, { origin: 'working', name, storage, width, blank, histogram }, codes);
  if (linked) {
    insertLinkedColumn(db, id, linked);
    return id;
  }
  writeArray(db, id, 'values', values, storage === 'sets' ? width : storage === 'number' ? 2 : 1);
  if (state) writeArray(db, id, 'state', state, 1);
  return id;
}

/**
 * Keeps a derived column that no variable has yet, in a transaction of its own; `dropLooseColumns` takes it away again.
 */
export function keepLoose(db: Db, name: string, derived: Derived): number {
  const { column } = derived;
  if (!column) throw new Error('a working made no column');
  return withoutWaiting(db, () => keepColumn(db, name, column));
}

/** What a working came to, with the column that holds it already. */
export interface Result extends Pick<Derived, 'level' | 'codes' | 'proof'> {
  columnId: number;
}

/** Puts a new result in the place of a working's old one. In a transaction. */
export function replaceResult(db: Db, variable: VariableRow, { level, codes, columnId }: Omit<Result, 'proof'>): void {
  let list = variable.codeListId;
  if (list === null) list = insertCodeList(db, variable.name, codes);
  else replaceCodes(db, list, codes);
  updateVariable(db, variable.id, { ...variable, level, columnId, codeListId: list });
  removeColumn(db, variable.columnId);
  dropUnusedLists(db);
}

/** Workings whose sources come before them. */
function inOrder(workings: readonly WorkingRow[], variables: readonly VariableRow[]): WorkingRow[] {
  const makerOf = new Map(
    variables.flatMap(({ id, workingId }) => (workingId === null ? [] : [[id, workingId] as const])),
  );
  const done = new Set<number>();
  const ordered: WorkingRow[] = [];
  const visit = (working: WorkingRow) => {
    if (done.has(working.id)) return;
    done.add(working.id);
    for (const source of sourcesOf(working.recipe)) {
      const maker = byId(workings, makerOf.get(source));
      if (maker) visit(maker);
    }
    ordered.push(working);
  };
  workings.forEach(visit);
  return ordered;
}

async function derivedOrWhyNot(
  service: Service,
  study: OpenStudy,
  recipe: Recipe,
  variables: readonly VariableRow[],
  marks: readonly Mark[],
): Promise<Derived | Fault> {
  try {
    return await deriveFrom(service, study, recipe, variables, false, marks);
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
}

/** The proof of a working whose source is no longer what it needs: it says why and what to do. */
function brokenProof(respondents: number, why: Fault): Proof {
  return {
    holds: false,
    findings: [{ id: 'covered', holds: false, title: 'Not computed', text: `${why.message} ${why.mend}`, codes: [] }],
    columns: [{ code: '', label: 'No answer', missing: true, respondents }],
    rows: [{ code: '', label: 'Everybody', missing: true, respondents, went: [respondents] }],
    respondents,
  };
}

/** One working that has to be computed again, with what it comes to. */
export interface Settled {
  working: number;
  recipe: Recipe;
  edited: string;
  signature: string;
  result: Result;
  /** It could not be computed: every respondent is blank, and its codes stay. */
  broken: boolean;
}

/** Everything in a study that workings depend on. */
export interface Standing {
  variables: readonly VariableRow[];
  workings: readonly WorkingRow[];
  marks: readonly MarkRow[];
}

export const standingOf = (db: Db): Standing => ({
  variables: allVariables(db),
  workings: allWorkings(db),
  marks: allMarks(db),
});

async function settleOne(
  service: Service,
  study: OpenStudy,
  working: WorkingRow,
  variable: VariableRow,
  variables: readonly VariableRow[],
  marks: readonly Mark[],
): Promise<Pick<Settled, 'result' | 'broken'>> {
  const { db } = study;
  const derived = await derivedOrWhyNot(service, study, working.recipe, variables, marks);
  if (!(derived instanceof Fault)) {
    const { level, codes, proof } = derived;
    return { result: { level, codes, proof, columnId: keepLoose(db, variable.name, derived) }, broken: false };
  }
  const { respondents } = studyRow(db);
  const columnId = withoutWaiting(db, () => blankColumn(db, variable.name, variable.level, respondents));
  return {
    result: { level: variable.level, codes: [...variable.codes], proof: brokenProof(respondents, derived), columnId },
    broken: true,
  };
}

function marksByWorking(marks: readonly MarkRow[]): Map<number, MarkRow[]> {
  const marksBy = new Map<number, MarkRow[]>();
  for (const mark of marks) {
    const own = marksBy.get(mark.working);
    if (own) own.push(mark);
    else marksBy.set(mark.working, [mark]);
  }
  return marksBy;
}

/** Whether every working was computed from the sources that it has. */
export function isSettled({ workings, variables, marks }: Standing): boolean {
  const marksBy = marksByWorking(marks);
  const made = new Set(variables.map(({ workingId }) => workingId));
  const byKey = new Map(variables.map((variable) => [variable.id, variable]));
  return workings.every(
    ({ id, recipe, signature }) =>
      !made.has(id) || signatureFrom(recipe, (source) => byKey.get(source), marksBy.get(id) ?? []) === signature,
  );
}

/**
 * Computes every working whose sources are others than those it was computed from. Nothing of the study is changed: the
 * results stand in columns that no variable has yet.
 * @param standing how the study stands, or would stand after a change
 */
export async function planSettling(service: Service, study: OpenStudy, standing: Standing): Promise<Settled[]> {
  const variables = [...standing.variables];
  const plan: Settled[] = [];
  const marksBy = marksByWorking(standing.marks);
  for (const working of inOrder(standing.workings, variables)) {
    const at = variables.findIndex(({ workingId }) => workingId === working.id);
    const variable = variables[at];
    if (!variable) continue;
    const marks = marksBy.get(working.id) ?? [];
    const signature = signatureOf(working.recipe, variables, marks);
    if (signature === working.signature) continue;
    const { result, broken } = await settleOne(service, study, working, variable, variables, marks);
    variables[at] = { ...variable, level: result.level, codes: result.codes, columnId: result.columnId };
    plan.push({ working: working.id, recipe: working.recipe, edited: working.edited, signature, result, broken });
  }
  return plan;
}

/** Puts what was computed in its place. In a transaction. */
export function applySettled(db: Db, plan: readonly Settled[]): void {
  for (const { working, recipe, edited, signature, result, broken } of plan) {
    const variable = allVariables(db).find(({ workingId }) => workingId === working);
    if (!variable) throw new Error(`working ${working} has no variable`);
    putWorking(db, working, { recipe, proof: result.proof, signature }, edited);
    if (broken) {
      updateVariable(db, variable.id, { ...variable, columnId: result.columnId });
      removeColumn(db, variable.columnId);
    } else replaceResult(db, variable, result);
  }
}

/**
 * Computes again every working whose sources have changed since it was computed, all in one transaction. Called where a
 * study is opened or joined; a change to a study brings its own (`transact`).
 */
export async function settle(service: Service, study: OpenStudy): Promise<void> {
  const { db } = study;
  const plan = await planSettling(service, study, standingOf(db));
  if (plan.length > 0) db.transaction(() => applySettled(db, plan)).immediate();
}
