import { Fault } from '../../fault.js';
import { checkCodes, checkLabels } from '../labels.js';
import type { Band } from './shape.js';

/** Checks what no data can mend: no bands, labels, a stretch that ends before it begins, a value named twice. */
export function checkBand(recipe: Band): void {
  if (recipe.bands.length === 0) {
    throw new Fault('invalid', 'The number is not cut into bands yet.', 'Make at least one band.', { field: 'bands' });
  }
  checkLabels(recipe.bands, 'Band', 'bands');
  checkCodes(recipe.bands, 'Band', 'bands');
  const seen = new Map<number, string>();
  recipe.bands.forEach((band, k) => {
    const field = `bands[${k}]`;
    if (band.is === 'values') {
      if (band.values.length === 0) {
        throw new Fault('invalid', `"${band.label}" names no value.`, 'Write one, or take it out.', { field });
      }
      for (const value of band.values) {
        const twin = seen.get(value);
        if (twin !== undefined) {
          throw new Fault(
            'invalid',
            `${value} stands in "${twin}" and in "${band.label}".`,
            'Take it out of one of the two.',
            { field },
          );
        }
        seen.set(value, band.label);
      }
    } else if (
      band.from !== null &&
      band.to !== null &&
      !(recipe.ends === 'both' ? band.from <= band.to : band.from < band.to)
    ) {
      throw new Fault(
        'invalid',
        `"${band.label}" would reach from ${band.from} to ${band.to}, which is nothing.`,
        'Let it end above where it begins.',
        { field },
      );
    }
  });
}
