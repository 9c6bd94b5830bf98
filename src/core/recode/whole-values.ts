import { spreadSets } from './alike.js';
import type { Grouped, Values } from './derivation.js';

type Of<I extends Values['is']> = Extract<Values, { is: I }>;

export const wholeSets = (values: Of<'sets'>, groups: Grouped | undefined): Of<'sets'> =>
  groups ? { ...values, column: spreadSets(groups, values.column) } : values;

export const wholeNumbers = (values: Of<'numbers'>, groups: Grouped | undefined): Of<'numbers'> =>
  groups
    ? { ...values, values: groups.spread(values.values), wordOf: values.wordOf && groups.spread(values.wordOf) }
    : values;

/** What each respondent has, out of what groups of them have. */
export function wholeValues(values: Values, groups: Grouped | undefined): Values {
  switch (values.is) {
    case 'codes':
      return groups ? { ...values, values: groups.spread(values.values) } : values;
    case 'sets':
      return wholeSets(values, groups);
    case 'numbers':
      return wholeNumbers(values, groups);
  }
}
