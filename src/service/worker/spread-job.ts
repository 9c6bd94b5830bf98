import type { Variable } from '../../core/codebook/types.js';
import { asCountable } from '../../core/count/axis.js';
import { readied } from '../../core/count/count.js';
import { numberColumn } from '../../core/count/number-column.js';
import { densities } from '../../core/spread/densities.js';
import { pairs } from '../../core/spread/pairs.js';
import type { Spread } from '../../core/spread/types.js';
import { cachedColumn, cachedPlaces } from './column-cache.js';
import { answersOf, filteredBy, type GroupingRef, weightsOf } from '../../core/count/asked.js';
import type { CountJob } from './count-job.js';

/** A number of a study in groups, or two numbers of each respondent. */
export interface SpreadJob extends Pick<CountJob, 'file' | 'respondents' | 'only' | 'weight'> {
  of: Spread['of'];
  number: GroupingRef & { variable: Variable };
  /** What sorts respondents into groups, the outermost first; or the other number alone. */
  nest: readonly (GroupingRef & { variable: Variable })[];
  confidence: number;
}

/** How numbers of a study lie. @throws Fault where a variable holds no numbers */
export function spreadInStudy(job: SpreadJob): Spread {
  const { file, number, nest, respondents, confidence } = job;
  const column = (id: number) => cachedColumn(file, id);
  const numbersOf = ({ column: id, title, missing }: GroupingRef) =>
    numberColumn(column(id), title, missing, column(id).kind === 'number' ? cachedPlaces(file, id) : undefined);
  const weight = job.weight ? weightsOf(column(job.weight.column), job.weight) : null;
  const { mask: filtered } = filteredBy(job.only, column, respondents);
  const ready = readied({ respondents, mask: filtered, filtered: [], weight });
  // Who counts as nothing is left out.
  const mask = ready.weight?.mask ?? ready.mask;
  const [other] = nest;
  if (job.of === 'pairs' && other) {
    const asked = { x: numbersOf(other), y: numbersOf(number), respondents, mask, weight };
    return pairs(asked, { x: other.variable, y: number.variable }, confidence);
  }
  const groupings = nest.map(({ column: id, title, missing }) => {
    const countable = asCountable(column(id), title);
    return { column: countable, answers: answersOf(countable, missing) };
  });
  const asked = { numbers: numbersOf(number), nest: groupings, within: null, respondents, mask, weight };
  return densities(asked, { number: number.variable, nest: nest.map(({ variable }) => variable) });
}
