import { Fault } from '../../fault.js';
import { checkLabels } from '../labels.js';
import type { Combine } from './shape.js';
import { MOST_OPTIONS } from './compute.js';

/** Checks what no data can mend: fewer than two variables, one twice, no options, a label or a code twice. */
export function checkCombine(recipe: Combine): void {
  const { sources, options } = recipe;
  if (sources.length < 2 || new Set(sources).size < sources.length) {
    const what = sources.length < 2 ? 'Two variables or more are combined.' : 'A variable is chosen twice.';
    throw new Fault('invalid', what, 'Choose each variable once, and at least two.', { field: 'sources' });
  }
  if (options.length < 1 || options.length > MOST_OPTIONS) {
    throw new Fault(
      'invalid',
      `The variables have ${options.length} categories to combine.`,
      `Choose variables with 1 to ${MOST_OPTIONS} in common.`,
      { field: 'options' },
    );
  }
  const codes = new Set<string>();
  options.forEach(({ code }, k) => {
    if (codes.has(code))
      throw new Fault('invalid', `The code ${code} stands for two options.`, 'Take one of them out.', {
        field: `options[${k}].code`,
        code,
      });
    codes.add(code);
  });
  checkLabels(options, 'Option', 'options');
  const both = recipe.none.find((code) => codes.has(code));
  if (both !== undefined) {
    throw new Fault('invalid', `${both} is an option and “none of these” at once.`, 'Choose one of the two.', {
      field: 'none',
      code: both,
    });
  }
  if (recipe.how === 'at-least' && (recipe.atLeast < 1 || recipe.atLeast > sources.length)) {
    throw new Fault(
      'invalid',
      `Nothing can be mentioned in ${recipe.atLeast} of ${sources.length} variables.`,
      `Choose from 1 to ${sources.length}.`,
      { field: 'atLeast' },
    );
  }
}
