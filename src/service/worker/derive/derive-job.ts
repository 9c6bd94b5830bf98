import type { Recipe } from '../../../core/recode/types.js';
import { deriveBand, deriveFlags, deriveInterlock, deriveRegroup, deriveToCategories } from './categories.js';
import { deriveScore, deriveToNumber } from './numbers.js';
import { deriveCombine, deriveGather, deriveSlots } from './sets.js';
import type { Column } from '../../../core/count/column.js';
import { canonicalRecipe } from '../../../core/recode/canonical-recipe.js';
import { recheck } from '../../../core/recode/recheck.js';
import { isCoded } from '../../../store/columns.js';
import { cachedColumn } from '../column-cache.js';
import { sourceCodes } from './columns.js';
import type { Derived, DerivedColumn, DeriveJob, Deriver } from './types.js';

/** Computes what a recipe makes, with its proof on the whole data. @throws Fault where a source does not suit */
export function deriveInStudy(given: DeriveJob): Derived {
  const job = { ...given, recipe: canonicalRecipe(given.recipe) };
  const derived = rechecked(job, derive(job, job.recipe));
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
function rechecked(job: DeriveJob, derived: Made): Made {
  const column = resultColumn(derived.column);
  const readable = job.sources.every(({ column: id }) => cachedColumn(job.file, id).kind !== 'text');
  if (!column || !readable) return derived;
  const sources = job.sources.map((source) => {
    const held = cachedColumn(job.file, source.column);
    return { column: held, codes: sourceCodes(source, held) };
  });
  const finding = recheck(job.recipe, sources, { column, codes: derived.codes }, job.respondents);
  if (!finding) return derived;
  const { proof } = derived;
  const findings = [...proof.findings, finding];
  return { ...derived, proof: { ...proof, findings, holds: proof.holds && finding.holds } };
}

type Made = ReturnType<Deriver<Recipe>>;

function derive(job: DeriveJob, recipe: Recipe): Made {
  switch (recipe.kind) {
    case 'regroup':
      return deriveRegroup(job, recipe);
    case 'band':
      return deriveBand(job, recipe);
    case 'score':
      return deriveScore(job, recipe);
    case 'combine':
      return deriveCombine(job, recipe);
    case 'interlock':
      return deriveInterlock(job, recipe);
    case 'flags':
      return deriveFlags(job, recipe);
    case 'convert':
      return recipe.to === 'number' ? deriveToNumber(job, recipe) : deriveToCategories(job, recipe);
    case 'slots':
      return deriveSlots(job, recipe);
    case 'gather':
      return deriveGather(job, recipe);
  }
}
