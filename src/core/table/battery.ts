import { isAnswer, titleOf, type Variable } from '../codebook/types.js';
import { Fault } from '../fault.js';

/** What of a variable says whether it can be an item of a battery. */
type Item = Pick<Variable, 'name' | 'label' | 'level' | 'codes'>;

const answersOf = ({ codes }: Item) => codes.filter(isAnswer);

/** Why a variable cannot be an item beside the first; null: it can. */
function whyNot(item: Item, first: Item): string | null {
  if (item.level === 'number') return 'is a number';
  if (item.level === 'text') return 'is text';
  if (item.level === 'multiple') return 'has several answers of each respondent';
  const answers = answersOf(item);
  const others = answersOf(first);
  const isSame =
    answers.length === others.length &&
    answers.every(({ code, label }) => others.some((other) => other.code === code && other.label === label));
  return isSame ? null : `has other answers than ${titleOf(first)}`;
}

/**
 * Whether variables are items of one battery: each has one answer of a respondent, and all have the same answers. Codes
 * that are no answers may differ.
 * @example
 * const codes = [{ code: '1', label: 'Often', missing: null }];
 * const item = { name: 'q1', label: '', level: 'ordered', codes };
 * isBattery([item, { ...item, name: 'q2' }]); // true
 */
export function isBattery(items: readonly Item[]): boolean {
  const [first] = items;
  return first !== undefined && items.every((item) => whyNot(item, first) === null);
}

/** @throws Fault naming the variable that is no item of the battery that the others are */
export function checkBattery(items: readonly Item[], across: number): void {
  if (across > 0)
    throw new Fault(
      'invalid',
      'Items stand by their answers, or by groups, not both.',
      'Take one of the two out of the sentence; means by groups are figures of the rows.',
      { field: 'battery' },
    );
  const [first] = items;
  for (const item of items) {
    const why = first ? whyNot(item, first) : null;
    if (why === null) continue;
    throw new Fault(
      'invalid',
      `${titleOf(item)} ${why}, so it cannot stand by its answers beside the others.`,
      'Take it out of the rows, or give it the same code list in the codebook.',
      { field: 'battery' },
    );
  }
}
