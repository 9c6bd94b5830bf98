import { or } from '../../words.js';
import { Fault } from '../../fault.js';
import { nearestNames } from './expression/nearest.js';
import { namesOf, parseExpression } from './expression/parse.js';
import { faultAt } from './expression/tokens.js';
import type { Score } from './shape.js';
import { MOST_ITEMS, usesScale } from './compute.js';

/**
 * Checks what no data can mend: no items, an item twice, no scale to reverse on, an expression that does not parse or
 * uses a name that no item has.
 * @param names of variables that an unknown name could have meant
 */
export function checkScore(recipe: Score, names: readonly string[] = []): void {
  const { items, of } = recipe;
  if (of === 'expression') {
    const itemNames = new Set(items.map(({ as }) => as));
    for (const [name, at] of namesOf(parseExpression(recipe.expression))) {
      if (itemNames.has(name)) continue;
      const near = nearestNames(name, [...new Set([...names, ...itemNames])]);
      throw faultAt(
        at,
        `There is no variable ${name}.`,
        near.length > 0 ? `Did you mean ${or(near)}?` : 'Write the name of a variable of the roster.',
      );
    }
    return;
  }
  if (items.length === 0 || items.length > MOST_ITEMS) {
    throw new Fault('invalid', `The score has ${items.length} items.`, `Choose from 1 to ${MOST_ITEMS} variables.`, {
      field: 'items',
    });
  }
  items.forEach(({ source, weight }, k) => {
    const field = `items[${k}]`;
    if (items.findIndex((other) => other.source === source) !== k) {
      throw new Fault('invalid', `Item ${k + 1} is the same variable as one before it.`, 'Take one of the two out.', {
        field,
      });
    }
    if (!Number.isFinite(weight))
      throw new Fault('invalid', `The weight of item ${k + 1} is no number.`, 'Write one.', { field });
  });
  if (of === 'mean' && items.reduce((sum, { weight }) => sum + weight, 0) === 0) {
    throw new Fault('invalid', 'The weights add up to 0, by which a mean would be divided.', 'Change a weight.', {
      field: 'items',
    });
  }
  if (usesScale(of) && items.some(({ reversed }) => reversed) && recipe.scale === null) {
    throw new Fault(
      'invalid',
      'Items are reversed, but the ends of their scale are not given.',
      'Write the lowest and the highest answer.',
      { field: 'scale' },
    );
  }
  if (of === 'count' && recipe.codes.length === 0) {
    throw new Fault('invalid', 'No code is chosen to be counted.', 'Choose one or more.', { field: 'codes' });
  }
  if (recipe.atLeast < 1 || recipe.atLeast > items.length) {
    throw new Fault(
      'invalid',
      `${recipe.atLeast} of ${items.length} items cannot be answered.`,
      `Choose from 1 to ${items.length}.`,
      { field: 'atLeast' },
    );
  }
}
