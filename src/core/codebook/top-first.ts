import { plainLetters } from '../plain-letters.js';

/** Words by which the label of a category says less, worse, or no. */
const LOW =
  /\b(not?|never|none|nothing|nobody|neither|dis\w+|un(satisf|happ|lik|import|help|fair|safe|eas|true|able)\w*|im(possible|probable)|poor\w*|bad\w*|worse\w*|worst|low\w*|little|less|least|hard\w*|difficult|rare\w*|seldom|weak\w*|false|wrong|inadequate)\b/;

const lowIn = (labels: readonly string[]) =>
  labels.filter((label) => LOW.test(plainLetters(label).toLowerCase())).length;

/**
 * Whether a scale is listed from its top: by its labels, of which those at one end say less, worse, or no. Where they
 * do not tell, the last is the highest, as scores go up along the list.
 * @param labels in the order of the scale
 * @example topFirst(['Very satisfied', 'Neither', 'Very dissatisfied']) // true
 */
export function topFirst(labels: readonly string[]): boolean {
  const half = Math.floor(labels.length / 2);
  return lowIn(labels.slice(-half)) > lowIn(labels.slice(0, half));
}
