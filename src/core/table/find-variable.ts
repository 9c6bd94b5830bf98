import { or } from '../words.js';
import { byId } from '../by-id.js';
import { titleOf, type Variable } from '../codebook/types.js';
import { Fault } from '../fault.js';
import { nearestNames } from '../recode/score/expression/nearest.js';

/** A variable by its id, its name, or what a reader sees. */
export type Called = number | string;

const folded = (text: string) => text.trim().replace(/\s+/gu, ' ').toLocaleLowerCase('en');

/**
 * Finds a variable by id, by name, or by label; a name goes before a label.
 * @param field what of the request calls it so, for the message
 * @throws Fault where there is none, or where two labels are the same, with the nearest names
 */
export function findVariable<V extends Variable>(variables: readonly V[], called: Called, field: string): V {
  if (typeof called === 'number') {
    const variable = byId(variables, called);
    if (variable) return variable;
    throw new Fault(
      'not-found',
      `The study has no variable ${called}, which "${field}" asks for.`,
      'Choose one from the roster.',
      { field },
    );
  }
  const byName =
    variables.find(({ name }) => name === called.trim()) ??
    variables.find(({ name }) => folded(name) === folded(called));
  if (byName) return byName;
  const byLabel = variables.filter((variable) => folded(titleOf(variable)) === folded(called));
  const [only, other] = byLabel;
  if (only && !other) return only;
  if (only) {
    const names = byLabel.map(({ name }) => name).join(', ');
    throw new Fault('invalid', `“${called}” is the label of several variables: ${names}.`, 'Use one of their names.', {
      field,
    });
  }
  const near = nearestNames(
    called,
    variables.flatMap((variable) => [variable.name, titleOf(variable)]),
  );
  throw new Fault(
    'not-found',
    `The study has no variable “${called.slice(0, 80)}”.`,
    near.length > 0 ? `Did you mean ${or(near)}?` : 'Choose one from the roster, by its name or label.',
    { field },
  );
}
