import { plural } from '../../words.js';
import { Fault } from '../../fault.js';
import type { Gather } from './shape.js';
import { MOST_OPTIONS } from './compute.js';

/** Checks what no data can mend: fewer than two options, a column twice, no code for ticked, a label twice. */
export function checkGather(recipe: Gather): void {
  if (recipe.items.length < 2 || recipe.items.length > MOST_OPTIONS) {
    throw new Fault(
      'invalid',
      `A multiple-response question has ${plural(recipe.items.length, 'option')} here.`,
      `Choose from 2 to ${MOST_OPTIONS} columns.`,
      { field: 'items' },
    );
  }
  const all = [...recipe.items, ...(recipe.none ? [recipe.none] : [])];
  const labels = new Map<string, number>();
  all.forEach((item, k) => {
    if (all.findIndex((other) => other.source === item.source) !== k) {
      throw new Fault(
        'invalid',
        `"${item.label}" is the same column as an option before it.`,
        'Take one of the two out.',
        {
          field: `items[${k}]`,
        },
      );
    }
    if (item.ticked === '') {
      throw new Fault(
        'invalid',
        `"${item.label}" does not say which code means ticked.`,
        'Choose the code that means ticked.',
        {
          field: `items[${k}].ticked`,
        },
      );
    }
    if (item === recipe.none) return;
    const label = item.label.trim().toLowerCase();
    if (label === '' || labels.has(label)) {
      throw new Fault(
        'invalid',
        label === '' ? `Option ${k + 1} has no label.` : `Two options are called "${item.label.trim()}".`,
        'Give each option a label of its own.',
        { field: `items[${k}].label` },
      );
    }
    labels.set(label, k);
  });
}
