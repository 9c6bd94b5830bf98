import type { Recipe } from '../../../core/recode/types.js';
import { deriveBand, deriveFlags, deriveInterlock, deriveRegroup, deriveToCategories } from './categories.js';
import { deriveScore, deriveToNumber } from './numbers.js';
import { deriveCombine, deriveGather, deriveSlots } from './sets.js';
import type { Derived, DeriveJob } from './types.js';

/** Computes what a recipe makes, with its proof on the whole data. @throws Fault where a source does not suit */
export function deriveInStudy(job: DeriveJob): Derived {
  const derived = derive(job, job.recipe);
  return job.proofOnly ? { ...derived, column: null } : derived;
}

function derive(job: DeriveJob, recipe: Recipe): Derived {
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
