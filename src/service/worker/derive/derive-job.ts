import type { Contradictions } from '../../../core/recode/contradictions.js';
import type { Source } from '../../../core/recode/derivation.js';
import { kindOf } from '../../../core/recode/registry.js';
import { allCodesOf } from '../../../core/recode/source-columns.js';
import { cellReader } from '../../../store/cells.js';
import type { Column } from '../../../core/count/column.js';
import { canonicalRecipe } from '../../../core/recode/canonical-recipe.js';
import { recheck } from '../../../core/recode/recheck.js';
import { isCoded } from '../../../store/columns.js';
import { cachedColumn, studyFileAt } from '../column-cache.js';
import { kept, textsOf } from './columns.js';
import type { Derived, DerivedColumn, DeriveJob } from './types.js';

/** Computes what a recipe makes, with its proof on the whole data. @throws Fault where a source does not suit */
export function deriveInStudy(given: DeriveJob): Derived {
  const job = { ...given, recipe: canonicalRecipe(given.recipe) };
  const derived = rechecked(job, derive(job));
  return job.proofOnly ? { ...derived, column: null } : derived;
}

/** A result as a column in memory. */
function resultColumn({ storage, width, codes, values, state }: DerivedColumn): Column | null {
  const options = codes.map(({ code }) => code);
  if (storage === 'sets' && state && values instanceof Uint32Array)
    return { kind: 'sets', words: values, width, state, options };
  return isCoded(storage) ? { kind: 'coded', values: values as Uint8Array | Uint16Array, codes: options } : null;
}

/** The proof with what comes out where the result is worked out again by another route. */
function rechecked(job: DeriveJob, derived: DerivedVariable): DerivedVariable {
  const column = resultColumn(derived.column);
  const readable = job.sources.every(({ column: id }) => cachedColumn(job.file, id).kind !== 'text');
  if (!column || !readable) return derived;
  const sources = job.sources.map((source) => {
    const columnCodes = cachedColumn(job.file, source.column);
    return { column: columnCodes, codes: allCodesOf({ ...source, column: columnCodes }) };
  });
  const finding = recheck(job.recipe, sources, { column, codes: derived.codes }, job.respondents);
  if (!finding) return derived;
  const { proof } = derived;
  const findings = [...proof.findings, finding];
  return { ...derived, proof: { ...proof, findings, holds: proof.holds && finding.holds } };
}

type DerivedVariable = Omit<Derived, 'column'> & { column: DerivedColumn };

/** The respondents that are listed, by what the study calls them. */
function called({ file, identifier }: DeriveJob, contradictions: Contradictions): Contradictions {
  if (!identifier || contradictions.listed.length === 0) return contradictions;
  const read = cellReader(studyFileAt(file), identifier.column);
  const names = contradictions.listed.map((place) => String(read(place - 1, place)[0] ?? place));
  return { ...contradictions, called: { by: identifier.title, names } };
}

function derive(job: DeriveJob): DerivedVariable {
  const { file, respondents, recipe } = job;
  const sources = job.sources.map((source): Source => {
    const column = cachedColumn(file, source.column);
    return { ...source, column, texts: () => textsOf(file, source, column) };
  });
  const { values, ...made } = kindOf(recipe).derive(recipe, {
    sources,
    respondents,
    called: (contradictions) => called(job, contradictions),
    marks: job.marks,
  });
  return { ...made, ...kept(values, made.codes) };
}
