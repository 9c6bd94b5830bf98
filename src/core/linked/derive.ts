import { Fault } from '../fault.js';
import { kindIdOf, kindOf } from '../recode/registry.js';
import type { Recipe } from '../recode/recipe-shape.js';
import { compare, flag, whole } from './build.js';
import { type Asking, newValues, sumsOf } from './query.js';
import { type LinkedMade, type LinkedSource, placeOf } from './source.js';

/** Looks whether coded sources have values that have no place in the codebook. @throws Fault naming the first */
function* checkKnown(sources: readonly LinkedSource[]): Asking<void> {
  const coded = sources.filter(({ linked }) => linked.kind === 'coded');
  if (coded.length === 0) return;
  const { sums } = yield* sumsOf(coded.map((source) => flag(compare(placeOf(source), '<', whole(0)))));
  const unknown = coded.find((_, k) => sums[k]! > 0);
  if (unknown) throw newValues(unknown.title);
}

/**
 * Makes a working of variables that stay in an engine, with its proof on all respondents.
 * @param recipe with its codes in canonical form
 * @throws Fault where a source does not suit, or an engine cannot make such a working
 */
export function* deriveLinked(recipe: Recipe, sources: readonly LinkedSource[]): Asking<LinkedMade> {
  const { linked } = kindOf(recipe);
  if (linked === null)
    throw new Fault(
      'unsupported',
      `A working of the kind "${kindIdOf(recipe)}" cannot be made in a linked study: it is decided answer by answer, ` +
        'and respondents stay in the database.',
      'Take the answers in as a study of their own.',
    );
  yield* checkKnown(sources);
  return yield* linked(recipe, sources);
}
