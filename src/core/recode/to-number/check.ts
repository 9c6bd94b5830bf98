import { Fault } from '../../fault.js';
import type { ToNumber } from './shape.js';

/**
 * Checks what no data can mend: a text decided on twice, a decision for a number that is not a number.
 * @throws Fault
 */
export function checkToNumber({ exceptions }: Pick<ToNumber, 'exceptions'>): void {
  const seen = new Set<string>();
  exceptions.forEach((exception, k) => {
    const { text } = exception;
    const wrong = seen.has(text)
      ? `“${text}” is decided on twice.`
      : exception.is === 'number' && !Number.isFinite(exception.number)
        ? `“${text}” has no number.`
        : null;
    if (wrong !== null) throw new Fault('invalid', wrong, 'Decide once for each text.', { field: `exceptions[${k}]` });
    seen.add(text);
  });
}
