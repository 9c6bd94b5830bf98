import { Fault } from '../../fault.js';
import type { ToCategories } from './shape.js';

/** Checks errors that do not depend on the data: a text sorted out twice, or to nothing. @throws Fault */
export function checkToCategories({ exceptions, least }: Pick<ToCategories, 'exceptions' | 'least'>): void {
  const seen = new Set<string>();
  exceptions.forEach((exception, k) => {
    const field = `exceptions[${k}]`;
    if (seen.has(exception.text))
      throw new Fault('invalid', `“${exception.text}” is decided on twice.`, 'Decide once for each text.', { field });
    if (exception.is === 'as' && exception.as.trim() === '')
      throw new Fault(
        'invalid',
        `“${exception.text}” would be counted as nothing.`,
        'Write a category, or make it no answer.',
        { field },
      );
    seen.add(exception.text);
  });
  if (!Number.isInteger(least) || least < 1) {
    throw new Fault('invalid', 'A category is kept from a whole number of respondents on.', 'Write 1 or more.', {
      field: 'least',
    });
  }
}
