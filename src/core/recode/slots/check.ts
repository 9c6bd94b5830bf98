import { Fault } from '../../fault.js';
import type { Slots } from './shape.js';
import { MOST_OPTIONS } from './compute.js';

/** Checks what no data can mend: fewer than two slots, a slot twice, no options, a code or a label twice. */
export function checkSlots({ sources, options, none }: Slots): void {
  if (sources.length < 2 || new Set(sources).size < sources.length) {
    const what = sources.length < 2 ? 'A question over slots needs two columns or more.' : 'A column is chosen twice.';
    throw new Fault('invalid', what, 'Choose each column once, and at least two.', { field: 'sources' });
  }
  if (options.length < 1 || options.length > MOST_OPTIONS) {
    const what = `The question has ${options.length} options.`;
    throw new Fault('invalid', what, `Choose from 1 to ${MOST_OPTIONS} codes.`, { field: 'options' });
  }
  const codes = new Set<string>();
  const labels = new Set<string>();
  options.forEach(({ code, label }, k) => {
    const words = label.trim().toLowerCase();
    const twice = codes.has(code)
      ? `The code ${code} stands for two options.`
      : labels.has(words)
        ? `Two options are called "${label.trim()}".`
        : null;
    if (words === '' || twice !== null) {
      const what = twice ?? `The option ${code} has no label.`;
      throw new Fault('invalid', what, 'Give each option a code and a label of its own.', {
        field: `options[${k}]`,
        code,
      });
    }
    if (code === none) {
      throw new Fault('invalid', `${code} is an option and "none of these" at once.`, 'Choose one of the two.', {
        field: 'none',
        code,
      });
    }
    codes.add(code);
    labels.add(words);
  });
}
