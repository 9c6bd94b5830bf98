import { createHash } from 'node:crypto';
import { titleOf } from '../core/codebook/types.js';
import { sourcesOf } from '../core/recode/sources.js';
import type { Proof, Recipe } from '../core/recode/types.js';
import { withoutValues } from '../core/recode/without-values.js';
import { Fault } from '../core/fault.js';
import { blankColumn, columnRow, insertColumn, removeColumn, writeArray } from '../store/columns.js';
import type { Db } from '../store/open.js';
import { studyRow } from '../store/study.js';
import { dropUnusedLists, insertCodeList, replaceCodes } from '../store/code-lists.js';
import { allVariables, updateVariable, type VariableRow } from '../store/variables.js';
import { allWorkings, putWorking, type WorkingRow } from '../store/workings.js';
import type { OpenStudy, Service } from './context.js';
import type { Derived } from './worker/derive/types.js';

/** Grows when sets are computed in another way, so that those of before are computed again. */
const SETS = 2;
const setKinds: readonly Recipe['kind'][] = ['gather', 'slots', 'combine'];

/** What a working's result depends on: the columns and codes of its sources. */
export function signatureOf(recipe: Recipe, variables: readonly VariableRow[]): string {
  const several = ['interlock', 'score', 'combine', 'slots'].includes(recipe.kind);
  const sources = sourcesOf(recipe).map((id) => {
    const variable = variables.find((one) => one.id === id);
    // What is made of several variables calls them by their titles, in its codes or in its proof.
    const title = several && variable ? titleOf(variable) : '';
    return [variable?.columnId, variable?.level, variable?.codes, title];
  });
  return createHash('sha256')
    .update(JSON.stringify([recipe, sources, ...(setKinds.includes(recipe.kind) ? [SETS] : [])]))
    .digest('hex');
}

/** Computes what a recipe makes. @throws Fault where a source is gone or does not suit */
export async function deriveFrom(
  service: Service,
  study: OpenStudy,
  recipe: Recipe,
  variables: readonly VariableRow[],
  proofOnly: boolean,
): Promise<Derived> {
  const sources = sourcesOf(recipe).map((id) => {
    const variable = variables.find((one) => one.id === id);
    if (!variable) {
      throw new Fault('not-found', `The study has no variable ${id}.`, 'Choose the source from the roster.', {
        field: 'source',
      });
    }
    return { column: variable.columnId, title: titleOf(variable), level: variable.level, codes: variable.codes };
  });
  const { respondents } = studyRow(study.db);
  const derived = await service.run('derive', { file: study.file, respondents, recipe, sources, proofOnly });
  const empty = sources.filter(({ column }) => columnRow(study.db, column).blank === respondents).map(({ title }) => title); // prettier-ignore
  return { ...derived, proof: withoutValues(derived.proof, [...new Set(empty)]) };
}

/** Keeps a derived column. Returns its id; a column is never changed, so an old one gives way to a new one. */
export function keepColumn(db: Db, name: string, column: NonNullable<Derived['column']>): number {
  const { storage, width, blank, codes, values, state, histogram = null } = column;
  const id = insertColumn(db, { origin: 'working', name, storage, width, blank, histogram }, codes);
  writeArray(db, id, 'values', values, storage === 'sets' ? width : storage === 'number' ? 2 : 1);
  if (state) writeArray(db, id, 'state', state, 1);
  return id;
}

/** Puts a new result in the place of a working's old one. */
export function replaceResult(db: Db, made: VariableRow, derived: Derived): void {
  if (!derived.column) return;
  const column = keepColumn(db, made.name, derived.column);
  let list = made.codeListId;
  if (list === null) list = insertCodeList(db, made.name, derived.codes);
  else replaceCodes(db, list, derived.codes);
  updateVariable(db, made.id, { ...made, level: derived.level, columnId: column, codeListId: list });
  removeColumn(db, made.columnId);
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
      const maker = workings.find(({ id }) => id === makerOf.get(source));
      if (maker) visit(maker);
    }
    ordered.push(working);
  };
  workings.forEach(visit);
  return ordered;
}

async function derivedOrWhyNot(service: Service, study: OpenStudy, recipe: Recipe, variables: readonly VariableRow[]): Promise<Derived | Fault> {
  try {
    return await deriveFrom(service, study, recipe, variables, false);
  } catch (error) {
    if (error instanceof Fault) return error;
    throw error;
  }
} // prettier-ignore

/** A working whose source is no longer what it needs: nobody has a value, and its proof says why and what to do. */
function putBroken(db: Db, { id, recipe, edited }: WorkingRow, made: VariableRow, signature: string, why: Fault): void {
  const { respondents } = studyRow(db);
  const proof: Proof = {
    holds: false,
    findings: [{ id: 'covered', holds: false, title: 'Not computed', text: `${why.message} ${why.mend}`, codes: [] }],
    columns: [{ code: '', label: 'No answer', missing: true, respondents }],
    rows: [{ code: '', label: 'Everybody', missing: true, respondents, went: [respondents] }],
    respondents,
  };
  db.transaction(() => {
    putWorking(db, id, { recipe, proof, signature }, edited);
    updateVariable(db, made.id, { ...made, columnId: blankColumn(db, made.name, made.level, respondents) });
    removeColumn(db, made.columnId);
  }).immediate();
}

/**
 * Computes again every working whose sources have changed since it was computed. Called after each change and when a
 * study is opened, so that a process that ended between the two leaves nothing stale.
 */
export async function settle(service: Service, study: OpenStudy): Promise<void> {
  const { db } = study;
  for (const { id } of inOrder(allWorkings(db), allVariables(db))) {
    const working = allWorkings(db).find((one) => one.id === id);
    const variables = allVariables(db);
    const made = variables.find(({ workingId }) => workingId === id);
    if (!working || !made) continue;
    const signature = signatureOf(working.recipe, variables);
    if (signature === working.signature) continue;
    const derived = await derivedOrWhyNot(service, study, working.recipe, variables);
    if (derived instanceof Fault) {
      putBroken(db, working, made, signature, derived);
      continue;
    }
    db.transaction(() => {
      putWorking(db, id, { recipe: working.recipe, proof: derived.proof, signature }, working.edited);
      replaceResult(db, made, derived);
    }).immediate();
  }
}
