import type { Contradictions } from '../../../core/recode/contradictions.js';
import type { Code } from '../../../core/codebook/types.js';
import type { Derivation, Grouped, Source, Values } from '../../../core/recode/derivation.js';
import type { Finding } from '../../../core/recode/proof-shape.js';
import { kindOf } from '../../../core/recode/registry.js';
import { allCodesOf } from '../../../core/recode/source-columns.js';
import { cellReader } from '../../../store/cells.js';
import type { Column } from '../../../core/count/column.js';
import { canonicalRecipe } from '../../../core/recode/canonical-recipe.js';
import { recheck, recheckGroups } from '../../../core/recode/recheck.js';
import { isCoded } from '../../../store/columns.js';
import { cachedColumn, studyFileAt } from '../column-cache.js';
import { kept, textsOf } from './columns.js';
import type { Derived, DerivedColumn, DeriveJob } from './types.js';

/** Computes what a recipe makes, with its proof on the whole data. @throws Fault where a source does not suit */
export function deriveInStudy(given: DeriveJob): Derived {
  const job = { ...given, recipe: canonicalRecipe(given.recipe) };
  const { values, groups, proof, ...made } = derive(job);
  const { figures, column: columnOf } = kept(values, made.codes, groups);
  const column = job.proofOnly ? null : columnOf();
  // Of a proof alone nobody's values are written: it is looked at what groups of respondents have.
  const isGrouped = column === null && groups?.columns !== undefined && groups.times.length < job.respondents;
  const finding =
    values.is === 'numbers'
      ? null
      : isGrouped
        ? ofGroups(job, values, made.codes, groups)
        : ofAll(job, made.codes, column ?? columnOf());
  if (!finding) return { ...made, proof, figures, column };
  const findings = [...proof.findings, finding];
  return { ...made, proof: { ...proof, findings, holds: proof.holds && finding.holds }, figures, column };
}

/** A result as a column in memory; null: of numbers. */
function resultColumn({ storage, width, codes, values, state }: DerivedColumn): Column | null {
  const options = codes.map(({ code }) => code);
  if (storage === 'sets' && state && values instanceof Uint32Array)
    return { kind: 'sets', words: values, width, state, options };
  return isCoded(storage) ? { kind: 'coded', values: values as Uint8Array | Uint16Array, codes: options } : null;
}

/** What comes out where the result is worked out again by another route; null: it is not. */
function ofAll(job: DeriveJob, codes: readonly Code[], made: DerivedColumn): Finding | null {
  const column = resultColumn(made);
  const columns = job.sources.map((source) => cachedColumn(job.file, source.column));
  if (!column || columns.some(({ kind }) => kind === 'text')) return null;
  return recheck(job.recipe, heldSources(job, columns), { column, codes }, job.respondents);
}

/** The same of groups of respondents. */
function ofGroups(
  job: DeriveJob,
  values: Values,
  codes: readonly Code[],
  { columns = [], times }: Grouped,
): Finding | null {
  if (values.is !== 'sets') return null;
  return recheckGroups(job.recipe, heldSources(job, columns), { column: values.column, codes }, times);
}

const heldSources = (job: DeriveJob, columns: readonly Column[]) =>
  job.sources.map((source, s) => {
    const column = columns[s]!;
    return { column, codes: allCodesOf({ ...source, column }) };
  });

/** The respondents that are listed, by what the study calls them. */
function called({ file, identifier }: DeriveJob, contradictions: Contradictions): Contradictions {
  if (!identifier || contradictions.listed.length === 0) return contradictions;
  const read = cellReader(studyFileAt(file), identifier.column);
  const names = contradictions.listed.map((place) => String(read(place - 1, place)[0] ?? place));
  return { ...contradictions, called: { by: identifier.title, names } };
}

function derive(job: DeriveJob): Derivation {
  const { file, respondents, recipe } = job;
  const sources = job.sources.map((source): Source => {
    const column = cachedColumn(file, source.column);
    return { ...source, column, texts: () => textsOf(file, source, column) };
  });
  return kindOf(recipe).derive(recipe, {
    sources,
    respondents,
    called: (contradictions) => called(job, contradictions),
    marks: job.marks,
  });
}
